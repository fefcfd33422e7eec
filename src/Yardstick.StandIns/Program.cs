using Yardstick.StandIns;

if (args is ["--on-demand"])
    await OnDemand.RunAsync(Console.In, Console.Out);
else
    await Services.Build(args).RunAsync();

/// <summary>The stand-ins' own entry, so that tests can start it.</summary>
public partial class Program;
