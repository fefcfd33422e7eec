using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>The shop's phrases and trouble codes while somebody types. A phrase is kept by being used.</summary>
public static class Phrases
{
    private const int Most = 8,
        MostRanked = 200;

    /// <summary>Something to take.</summary>
    /// <param name="PhraseId">Key of the phrase; null for a trouble code.</param>
    /// <param name="Text">What is taken.</param>
    /// <param name="Detail">How often it was used.</param>
    public sealed record PhrasesChoice(long? PhraseId, string Text, string Detail);

    /// <summary>A phrase in Setup.</summary>
    public sealed record PhraseView(long Id, PhraseUse Use, string Text, int Uses, bool Forgotten);

    /// <summary>What a code means.</summary>
    public sealed record TroubleCodeView(string Code, string System, bool Generic, string Meaning);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/phrases/fitting", FittingAsync).Asks(Permission.SeeFloor).Produces<IReadOnlyList<PhrasesChoice>>();
        api.MapGet("/phrases", AllAsync).Asks(Permission.EditSetup).Produces<IReadOnlyList<PhraseView>>();
        api.MapGet("/trouble-codes", (string text) =>
                Results.Ok(
                    TroubleCode
                        .In(text)
                        .Distinct()
                        .Take(12)
                        .Select(c => new TroubleCodeView(c.Text, c.System, c.IsGeneric, TroubleCodes.Meaning(c)))
                        .ToList()
                )
            )
            .AsksSignedIn()
            .Produces<IReadOnlyList<TroubleCodeView>>();
        api.MapPost("/phrases/{id:long}/forget", (long id, CommandRunner commands) => Switch(id, true, commands))
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/phrases/{id:long}/restore", (long id, CommandRunner commands) => Switch(id, false, commands))
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> FittingAsync(ShopDb db, PhraseUse use, string text)
    {
        // A code that is being typed at the end is completed with its meaning; what stands before it stays.
        var last = text.Split(' ')[^1];
        var before = text[..^last.Length];
        var codes = TroubleCodes
            .Beginning(last)
            .Take(Most)
            .Select(c => new PhrasesChoice(null, $"{before}{c.Key}: {c.Value}", new TroubleCode(c.Key).System))
            .ToList();
        if (codes.Count == 0 && TroubleCode.Parse(last) is { Ok: true } own)
            codes.Add(new PhrasesChoice(null, $"{before}{own.Value.Text}: {TroubleCodes.Meaning(own.Value)}", own.Value.System));
        var known = db.Phrases.Where(p => p.Use == use && p.ForgottenAt == null);
        // Every phrase ever typed is kept: the database looks for the words, Core ranks what it finds.
        foreach (var word in text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Take(6))
        {
            var like =
                $"%{word.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("%", "\\%", StringComparison.Ordinal).Replace("_", "\\_", StringComparison.Ordinal)}%";
            known = known.Where(p => EF.Functions.Like(p.Text, like, "\\"));
        }
        var phrases = Phrase
            .Fitting(await known.OrderByDescending(p => p.Uses).Take(MostRanked).ToListAsync(), text)
            .Where(p => !string.Equals(p.Text, text.Trim(), StringComparison.Ordinal));
        return Results.Ok(
            codes
                .Concat(phrases.Select(p => new PhrasesChoice(p.Id, p.Text, p.Uses == 1 ? "used once" : $"used {p.Uses} times")))
                .Take(Most)
                .ToList()
        );
    }

    private static async Task<IResult> AllAsync(ShopDb db) =>
        Results.Ok(
            await db
                .Phrases.OrderBy(p => p.Use)
                .ThenByDescending(p => p.Uses)
                .ThenBy(p => p.Text)
                .Select(p => new PhraseView(p.Id, p.Use, p.Text, p.Uses, p.ForgottenAt != null))
                .Take(500)
                .ToListAsync()
        );

    private static Task<IResult> Switch(long id, bool off, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Phrases.FindAsync(id) is not { } phrase)
                return new Problem("phrase.gone", "This phrase no longer exists. Reload the page.");
            phrase.Forget(off, work.Actor.At);
            return new RecordChanged(id, 0);
        });

    /// <summary>Counts a phrase that was used; a new one joins the others. One that was forgotten stays so.</summary>
    internal static async Task UsedAsync(ShopDb db, PhraseUse use, string? text, Instant at)
    {
        if (Phrase.Of(text) is not { } words)
            return;
        var phrase = db.Phrases.Local.FirstOrDefault(p => p.Use == use && p.Text == words)
            ?? await db.Phrases.FirstOrDefaultAsync(p => p.Use == use && p.Text == words);
        if (phrase is null)
            db.Phrases.Add(phrase = new Phrase { Use = use, Text = words });
        phrase.WasUsed(at);
    }
}
