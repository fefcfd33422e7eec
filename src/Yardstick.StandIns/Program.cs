using Yardstick.StandIns;

var builder = WebApplication.CreateBuilder(args);
builder.Logging.SetMinimumLevel(LogLevel.Warning);
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
app.Run();

/// <summary>The stand-ins' own entry, so that tests can start it.</summary>
public partial class Program;
