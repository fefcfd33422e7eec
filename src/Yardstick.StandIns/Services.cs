namespace Yardstick.StandIns;

/// <summary>All outside services of one shop, on one port.</summary>
internal static class Services
{
    /// <summary>Puts them together.</summary>
    /// <param name="args">--urls, --memory and --smtp.</param>
    internal static WebApplication Build(string[] args)
    {
        var builder = WebApplication.CreateBuilder(args);
        // What is written out are answers alone.
        builder.Logging.ClearProviders().AddConsole(o => o.LogToStandardErrorThreshold = LogLevel.Trace).SetMinimumLevel(LogLevel.Warning);
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddSingleton(new Memory(builder.Configuration["memory"]));
        builder.Services.AddSingleton<Moods>();
        builder.Services.AddSingleton<PriceList>();
        builder.Services.AddHostedService<MailServer>();
        var app = builder.Build();
        ControlPage.Map(app);
        SupplierService.Map(app);
        SupplierReturns.Map(app);
        SupplierInvoices.Map(app);
        CatalogService.Map(app);
        CardService.Map(app);
        CardPages.Map(app);
        DirectoryService.Map(app);
        VehicleService.Map(app);
        ServiceInformation.Map(app);
        GuideService.Map(app);
        FactService.Map(app);
        PostBox.Map(app);
        ConnectedCars.Map(app);
        OtherProgram.Map(app);
        return app;
    }
}
