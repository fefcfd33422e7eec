using Yardstick.Core.Catalog;

namespace Yardstick.Server.Catalog;

/// <summary>What is to be taken onto an order, as a choice or a drawer named it; the client adds the job or line that it goes to.</summary>
public sealed record AddToOrderRequest
{
    /// <summary>What it is.</summary>
    public required AddToOrderKind Kind { get; init; }

    /// <summary>The job that it goes into; null for a new one.</summary>
    public long? JobId { get; init; }

    /// <summary>The line that it gives a source to; null for a new line.</summary>
    public long? LineId { get; init; }

    /// <summary>Key of the canned job, set, part, fee, earlier job or canned line.</summary>
    public long? Id { get; init; }

    /// <summary>Code of the operation, key of the fact.</summary>
    public string? Code { get; init; }

    /// <summary>Code of the supplier.</summary>
    public string? Supplier { get; init; }

    /// <summary>Number of the supplier's part.</summary>
    public string? Number { get; init; }

    /// <summary>Words, type or size by which the supplier's catalog was asked.</summary>
    public string? Asked { get; init; }

    /// <summary>How it was asked.</summary>
    public PartQueryKind? AskedBy { get; init; }

    /// <summary>What a discount takes, as typed: 10% or 15.00.</summary>
    public string? Value { get; init; }

    /// <summary>What a discount is taken off: All, Labor or Parts.</summary>
    public Core.Pricing.DiscountBase? On { get; init; }

    /// <summary>Why a discount is given.</summary>
    public string? Reason { get; init; }

    /// <summary>Labor without the parts that it needs.</summary>
    public bool LaborOnly { get; init; }

    /// <summary>Titles of the services that are taken.</summary>
    public IReadOnlyList<string>? Services { get; init; }

    /// <summary>Services for hard use.</summary>
    public bool Hard { get; init; }

    /// <summary>Services as one job instead of several.</summary>
    public bool OneJob { get; init; }

    /// <summary>The reading that services are for, as typed, where it is not that of the order.</summary>
    public string? Reading { get; init; }

    /// <summary>The job whose place a canned one takes.</summary>
    public long? InsteadOf { get; init; }
}
