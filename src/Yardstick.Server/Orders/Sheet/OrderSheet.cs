namespace Yardstick.Server.Orders;

/// <summary>An order's sheet whole, with the tags of its parts.</summary>
internal sealed record OrderSheet
{
    internal required long Id { get; init; }
    internal required int Version { get; init; }
    internal required SheetHeader Header { get; init; }
    internal required IReadOnlyList<SheetJob> Jobs { get; init; }
    internal required SheetTotals Totals { get; init; }
    internal required SheetAround Around { get; init; }
    internal required IReadOnlyList<SheetTag> Tags { get; init; }

    /// <summary>What a screen lacks of it.</summary>
    /// <param name="has">What the screen has, as it named it: <c>header=Xy1,job:12=Zq3</c>. What can't be read is taken as missing.</param>
    internal SheetUpdate Lacking(string has)
    {
        var named = has.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .ToHashSet(StringComparer.Ordinal);
        var lacks = Tags.Where(t => !named.Contains($"{t.Part}={t.Tag}")).Select(t => t.Part).ToHashSet(StringComparer.Ordinal);
        return new SheetUpdate
        {
            Id = Id,
            Version = Version,
            Header = lacks.Contains(SheetParts.Header) ? Header : null,
            Jobs = [.. Jobs.Where(j => lacks.Contains(SheetParts.Job(j.Id)))],
            Totals = lacks.Contains(SheetParts.Totals) ? Totals : null,
            Around = lacks.Contains(SheetParts.Around) ? Around : null,
            Tags = Tags,
        };
    }
}
