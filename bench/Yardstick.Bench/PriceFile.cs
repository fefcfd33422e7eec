using System.Diagnostics;
using System.Globalization;
using Yardstick.Core.Pricing;

namespace Yardstick.Bench;

/// <summary><c>./yardstick price</c> on long files: its time against reading and writing alone, and its memory.</summary>
internal static class PriceFile
{
    private const int Rounds = 5;

    /// <summary>Prices a file, and reads and writes the same cases without computing, in turns; compares the medians.</summary>
    internal static async Task<int> CompareAsync(string[] args)
    {
        var count = args.Length > 0 ? int.Parse(args[0], CultureInfo.InvariantCulture) : 200_000;
        var file = Path.Combine(Path.GetTempPath(), $"yardstick-cases-{count}.jsonl");
        await SampleCases.WriteAsync(file, count);
        var (priced, copied) = (new List<double>(), new List<double>());
        long pricedBytes = 0,
            copiedBytes = 0;
        // The first round warms up and does not count.
        for (var round = 0; round <= Rounds; round++)
        {
            var (seconds, bytes) = await TimeAsync(file, (input, output) => PriceCommand.RunAsync(input, output));
            if (round > 0)
                priced.Add(seconds);
            pricedBytes = bytes;
            (seconds, bytes) = await TimeAsync(file, (input, output) => PriceCommand.RunAsync(input, output, CaseWriter.Write));
            if (round > 0)
                copied.Add(seconds);
            copiedBytes = bytes;
        }
        File.Delete(file);
        var (price, copy) = (Median(priced), Median(copied));
        Console.WriteLine($"{count:N0} cases, median of {Rounds} rounds in turns");
        Console.WriteLine(
            $"  read, price, write results   {price, 7:0.00} s   {pricedBytes / (double)count / 1024, 6:0.0} kB allocated each"
        );
        Console.WriteLine(
            $"  read, write back             {copy, 7:0.00} s   {copiedBytes / (double)count / 1024, 6:0.0} kB allocated each"
        );
        Console.WriteLine($"  ratio                        {price / copy, 7:0.00}     at most 3 wanted");
        return 0;
    }

    private static async Task<(double Seconds, long Allocated)> TimeAsync(string file, Func<Stream, Stream, Task<int>> run)
    {
        GC.Collect();
        var before = GC.GetTotalAllocatedBytes();
        var clock = Stopwatch.StartNew();
        await using (var input = File.OpenRead(file))
        {
            if (await run(input, Stream.Null) != 0)
                throw new InvalidOperationException("A case was bad.");
        }
        return (clock.Elapsed.TotalSeconds, GC.GetTotalAllocatedBytes() - before);
    }

    private static double Median(List<double> values)
    {
        values.Sort();
        return values[values.Count / 2];
    }

    /// <summary>Peak memory of a process that prices a long file, against one that prices a short file.</summary>
    internal static async Task<int> MemoryAsync(string[] args)
    {
        var (shortCount, longCount) =
            args.Length > 1
                ? (int.Parse(args[0], CultureInfo.InvariantCulture), int.Parse(args[1], CultureInfo.InvariantCulture))
                : (20_000, 1_000_000);
        var (few, many) = (await PeakAsync(shortCount), await PeakAsync(longCount));
        Console.WriteLine($"  {shortCount, 9:N0} cases: peak {few / 1024.0, 7:0.0} MB");
        Console.WriteLine($"  {longCount, 9:N0} cases: peak {many / 1024.0, 7:0.0} MB");
        Console.WriteLine($"  ratio            {many / (double)few, 7:0.00}     at most 1.2 wanted");
        return 0;
    }

    private static async Task<long> PeakAsync(int count)
    {
        var file = Path.Combine(Path.GetTempPath(), $"yardstick-cases-{count}.jsonl");
        await SampleCases.WriteAsync(file, count);
        using var process = Process.Start(
            new ProcessStartInfo("dotnet", ["src/Yardstick.Server/bin/Release/net10.0/Yardstick.Server.dll", "price", file])
            {
                RedirectStandardOutput = true,
            }
        )!;
        var read = process.StandardOutput.BaseStream.CopyToAsync(Stream.Null);
        var peak = 0L;
        // The kernel keeps the highest mark; the last look before the end is near enough to it.
        while (!read.IsCompleted)
        {
            peak = Math.Max(peak, HighestMark(process.Id));
            await Task.Delay(10);
        }
        await process.WaitForExitAsync();
        File.Delete(file);
        return process.ExitCode == 0
            ? peak
            : throw new InvalidOperationException("The command failed; ./yardstick demo builds the server it needs.");
    }

    private static long HighestMark(int process)
    {
        try
        {
            var line = File.ReadLines($"/proc/{process}/status").FirstOrDefault(l => l.StartsWith("VmHWM", StringComparison.Ordinal));
            return line is null ? 0 : long.Parse(new string([.. line.Where(char.IsDigit)]), CultureInfo.InvariantCulture);
        }
        catch (IOException)
        {
            return 0;
        }
    }
}
