using System.Runtime.InteropServices;
using Yardstick.Server.Live;

namespace Yardstick.Server.Hosting;

/// <summary>
/// Gives back to the machine what a while of work took, once nobody has a screen open. The runtime keeps it for work that goes on, and
/// one that waits collects nothing: shops that share a machine would all hold the memory of their busiest hour through the night.
/// </summary>
internal class MemoryRounds(OpenScreens screens, ILogger<MemoryRounds> log)
    : RoundsService(TimeSpan.FromMinutes(1), TimeProvider.System, log)
{
    /// <summary>What there is more than the last time is given back where it is more than so many bytes.</summary>
    internal const long WorthIt = 16 << 20;

    /// <summary>Minutes between one time and the next: programs and customers go on working where nobody has a screen open.</summary>
    internal const int Rest = 10;

    private bool wasIdle;
    private long left;
    private int rested = Rest;

    /// <summary>Bytes that the process has of the machine.</summary>
    private protected virtual long Held => Environment.WorkingSet;

    /// <inheritdoc />
    protected override Task RoundAsync(CancellationToken cancel)
    {
        // Whoever reloads a page is away for a moment only.
        var isIdle = !screens.AreThere;
        rested++;
        if (isIdle && wasIdle && rested > Rest && Held - left > WorthIt)
        {
            GiveBack();
            left = Held;
            rested = 0;
        }
        wasIdle = isIdle;
        return Task.CompletedTask;
    }

    /// <summary>What is no longer used, of the runtime's memory and of what libraries took of the system's.</summary>
    private protected virtual void GiveBack()
    {
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        try
        {
            _ = TrimHeap(0);
        }
        catch (Exception other) when (other is DllNotFoundException or EntryPointNotFoundException)
        {
            // Another C library, which gives back by itself.
        }
    }

    /// <summary>malloc_trim(3) of the GNU C library.</summary>
    /// <param name="pad">Bytes to leave at the top.</param>
    /// <returns>1 where something was given back.</returns>
    [DllImport("libc.so.6", EntryPoint = "malloc_trim")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int TrimHeap(nuint pad);
}
