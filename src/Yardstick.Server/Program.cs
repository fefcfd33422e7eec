using System.Globalization;
using System.Runtime.InteropServices;
using Yardstick.Core.Pricing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Demo;
using Yardstick.Server;
using Yardstick.Server.Billing;
using Yardstick.Server.Hosting;
using Yardstick.Server.Imports;
using Yardstick.Server.Schedule;
using Yardstick.Server.Setup;
using Yardstick.Server.Setup.Backups;

// Whatever the machine speaks, everything that is written here is written alike.
CultureInfo.DefaultThreadCurrentCulture = CultureInfo.InvariantCulture;

if (args is ["price", var source])
{
    await using var input = source == "-" ? Console.OpenStandardInput() : File.OpenRead(source);
    await using var output = Console.OpenStandardOutput();
    return await PriceCommand.RunAsync(input, output);
}

if (args is ["credit", var invoices])
{
    await using var input = invoices == "-" ? Console.OpenStandardInput() : File.OpenRead(invoices);
    await using var output = Console.OpenStandardOutput();
    return await CreditCommand.RunAsync(input, output);
}

if (args is ["plan", var cases])
{
    await using var input = cases == "-" ? Console.OpenStandardInput() : File.OpenRead(cases);
    await using var output = Console.OpenStandardOutput();
    return await PlanCommand.RunAsync(input, output, new SatPlanner());
}

if (args is ["--version"])
{
    Console.WriteLine($"Yardstick {HowItRuns.Version}");
    return 0;
}

if (args is ["check-books", var books])
    return await BooksCommand.RunAsync(books, Console.Out);

var command = new StartCommand(args);
try
{
    if (command.Backup is { } target)
        return await BackupCommand.BackupAsync(command.Options.DataFolder, target);
    if (command.Archive is { } written)
        return await ArchiveCommand.WriteAsync(command.Options.DataFolder, written, TimeProvider.System.Now());
    if (command.Load is { } archive)
        return await ArchiveCommand.LoadAsync(command.Options.DataFolder, archive, command.IgnoreUnknown, TimeProvider.System.Now());
    if (command.RollBack)
        return await BackupCommand.RollBackAsync(command.Options.DataFolder, TimeProvider.System.Now());
    if (command.Restore is { } saved)
        return await BackupCommand.RestoreAsync(command.Options.DataFolder, saved, TimeProvider.System.Now());
    // An owner who puts a backup back has the server start again on it; whoever looks after the machine, by SIGHUP on what is there.
    var again = new StartAgain();
    while (true)
    {
        var code = await ServeAsync(command, again);
        if (!again.IsAsked)
            return code;
        if (again.Source.Length > 0)
        {
            var before = await ShopBackup.RestoreAsync(
                command.Options.DataFolder,
                again.Source,
                again.Passphrase,
                TimeProvider.System.Now()
            );
            Console.WriteLine($"Restored {again.Source}. The old data is in {before}.");
        }
        again.Done();
    }
}
catch (ShopFileException problem)
{
    await Console.Error.WriteLineAsync(problem.Message);
    return 2;
}

static async Task<int> ServeAsync(StartCommand command, StartAgain again)
{
    using var file = Services.DescribingOnly ? null : ShopFile.Open(command.Options.DataFolder);
    if (file is not null && command.Options.Demo)
        await DemoShop.FillAsync(file.Folder, TimeProvider.System);
    // The data is prepared while the server is put together; nothing is served before both are done.
    var prepared = file is null ? Task.CompletedTask : Task.Run(() => file.PrepareAsync(checksBeside: !command.OnlyPrepare));
    if (command.OnlyPrepare)
    {
        await prepared;
        return 0;
    }

    var builder = WebApplication.CreateBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory });
    if (file is not null)
        builder.WriteLogs(file.Folder);
    builder.Services.AddSingleton(again);
    builder.AddYardstick(command.Options, file);
    if (file is not null)
        builder.Services.AddHostedService<MemoryRounds>();
    await using var app = builder.Build();
    app.UseYardstick(command.Options);
    app.PrepareEndpoints();
    await prepared;
    if (file is not null)
    {
        await FirstRun.SayCodeAsync(app.Services);
        if (command.Options.Demo)
            await DemoProgram.SetUpAsync(app.Services, command.Options.OutsideServices);
    }
    using var reload = PosixSignalRegistration.Create(PosixSignal.SIGHUP, signal =>
    {
        signal.Cancel = true;
        again.Ask();
        app.Lifetime.StopApplication();
    });
    app.Lifetime.ApplicationStarted.Register(() => Console.WriteLine("Yardstick is open."));
    await app.RunAsync();
    return file?.Damage is { } damage ? throw new ShopFileException(damage) : 0;
}

/// <summary>The server's own entry, so that tests can start it.</summary>
public partial class Program;
