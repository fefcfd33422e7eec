using System.Diagnostics;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Data.Billing;

namespace Yardstick.Server.Billing;

/// <summary><c>./yardstick check-books</c>: adds the books of a shop up twice, also while it runs.</summary>
public static class BooksCommand
{
    /// <summary>Says what differs.</summary>
    /// <param name="folder">The shop's data.</param>
    /// <param name="output">Gets the words.</param>
    /// <returns>0, or 1 where something differs or there is no shop.</returns>
    public static async Task<int> RunAsync(string folder, TextWriter output)
    {
        var file = Path.Combine(folder, ShopFile.FileName);
        if (!File.Exists(file))
        {
            await output.WriteLineAsync($"There is no shop in {folder}.");
            return 1;
        }
        await using var db = new ShopDb(ShopFile.Options(file));
        db.ChangeTracker.QueryTrackingBehavior = QueryTrackingBehavior.NoTracking;
        // One moment of a shop that may be at work.
        await using var moment = await db.Database.BeginTransactionAsync();
        var (watch, invoices) = (Stopwatch.StartNew(), await db.Invoices.CountAsync());
        var differences = await new BooksCheck(db).RunAsync();
        foreach (var difference in differences)
            await output.WriteLineAsync(difference);
        await output.WriteLineAsync(
            FormattableString.Invariant(
                $"{(differences.Count == 0 ? "The books are right" : "The books are not right")}: {invoices} invoices, {await db.Journal.CountAsync()} entries, {watch.Elapsed.TotalSeconds:0.0} s."
            )
        );
        return differences.Count == 0 ? 0 : 1;
    }
}
