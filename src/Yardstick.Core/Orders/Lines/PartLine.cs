using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A part: what it is, where it comes from, and how much of it is here.</summary>
public sealed class PartLine() : Line(LineKind.Part)
{
    /// <summary>Units, three decimals.</summary>
    public Quantity Quantity { get; internal set; } = Quantity.One;

    /// <summary>The writer's price, each, before tax.</summary>
    public UnitPrice? UnitPrice { get; internal set; }

    /// <summary>The price each that the customer was told.</summary>
    public UnitPrice? QuotedPrice { get; internal set; }

    /// <summary>The catalog part.</summary>
    public long? PartId { get; internal set; }

    /// <summary>Number by which it is ordered.</summary>
    public string Number { get; internal set; } = "";

    /// <summary>Category, which chooses markup and companions.</summary>
    public string Category { get; internal set; } = "";

    /// <summary>The cost that prices it, each, four decimals.</summary>
    public UnitPrice UnitCost { get; internal set; }

    /// <summary>The cost in the books, each, if another.</summary>
    public UnitPrice? BookCost { get; internal set; }

    /// <summary>List price, each.</summary>
    public UnitPrice? ListPrice { get; internal set; }

    /// <summary>Core deposit, each.</summary>
    public UnitPrice CoreDeposit { get; internal set; }

    /// <summary>Cores handed back.</summary>
    public Quantity CoresReturned { get; internal set; }

    /// <summary>Cores whose charge was credited after the invoice, with their part or alone.</summary>
    public Quantity CoresCredited { get; internal set; }

    /// <summary>Of these, cores that came alone: the old part is here.</summary>
    public Quantity CoresBrought { get; internal set; }

    /// <summary>Cores that will never come: their charge is the shop's.</summary>
    public Quantity CoresGivenUp { get; internal set; }

    /// <summary>Charged, not handed back, credited or given up: the customer can still bring them.</summary>
    public Quantity CoresOutstanding => Quantity - CoresReturned - CoresCredited - CoresGivenUp;

    /// <summary>Cores will never come; below zero where they are expected again.</summary>
    internal void GiveUpCores(Quantity cores) => CoresGivenUp += cores;

    /// <summary>Core charges of its invoice were credited.</summary>
    /// <param name="left">Cores whose charge stands.</param>
    /// <param name="brought">Of what was credited now, cores that came alone.</param>
    public void CreditCores(Quantity left, Quantity brought) =>
        (CoresCredited, CoresBrought) = (Quantity - CoresReturned - left, CoresBrought + brought);

    /// <summary>Kept for this line from stock.</summary>
    public Quantity ReservedQuantity { get; internal set; }

    /// <summary>Received for this line.</summary>
    public Quantity ReceivedQuantity { get; internal set; }

    /// <summary>What those that came for it are worth in the books.</summary>
    public Money ReceivedValue { get; internal set; }

    /// <summary>Units came for it.</summary>
    /// <param name="units">How many.</param>
    /// <param name="value">What they are worth.</param>
    internal void Came(Quantity units, Money value) =>
        (ReceivedQuantity, ReceivedValue) = (ReceivedQuantity + units, ReceivedValue + value);

    /// <summary>Units that came for it leave it again, with their share of the value; the last take all that is left.</summary>
    internal Money Leave(Quantity units)
    {
        var value = units >= ReceivedQuantity ? ReceivedValue : Money.Of(ReceivedValue.Amount * units.Value / ReceivedQuantity.Value);
        (ReceivedQuantity, ReceivedValue) = (ReceivedQuantity - units, ReceivedValue - value);
        return value;
    }

    /// <summary>Code of the supplier that offers it.</summary>
    public string SupplierCode { get; internal set; } = "";

    /// <summary>Branch that has it.</summary>
    public string Branch { get; internal set; } = "";

    /// <summary>Brand.</summary>
    public string Brand { get; internal set; } = "";

    /// <summary>Quality in the supplier's words.</summary>
    public string Quality { get; internal set; } = "";

    /// <summary>new, used or rebuilt; empty where nobody said.</summary>
    public string Condition { get; internal set; } = "";

    /// <summary>The maker's number.</summary>
    public string MakersNumber { get; internal set; } = "";

    /// <summary>What it is in the words of the catalogs, by which others that fit are found.</summary>
    public string PartType { get; internal set; } = "";

    /// <summary>When the supplier could have it here when it was taken, UTC.</summary>
    public Instant? OfferedFor { get; internal set; }

    /// <summary>Unit in which it is counted; empty for pieces.</summary>
    public string Unit { get; internal set; } = "";

    /// <summary>The fact about cars that tells its quantity; empty for none.</summary>
    public string FactKey { get; internal set; } = "";

    /// <summary>The quantity before the fact corrected it.</summary>
    public Quantity? GenericQuantity { get; internal set; }

    /// <summary>What comes along with this very part.</summary>
    public IReadOnlyList<CompanionRule> OwnCompanions { get; internal set; } = [];

    /// <summary>Its source before the last change of it; null where it was never changed.</summary>
    public PartSource? SourceBefore { get; internal set; }

    /// <summary>A part of which only the number of units is known.</summary>
    /// <param name="quantity">Units, above zero.</param>
    public static PartLine Of(Quantity quantity) => new() { Quantity = quantity };

    /// <inheritdoc/>
    public override decimal? Count => Quantity.Value;

    /// <inheritdoc/>
    public override bool IsOverridden => UnitPrice is not null;

    /// <inheritdoc/>
    public override bool IsUnsourced => IsOn && !IsExcluded && PartId is null && SupplierCode.Length == 0 && UnitPrice is null;

    /// <summary>Nobody has put it aside or ordered it, and it is not here.</summary>
    public bool IsOpen => IsOn && !IsExcluded && ReservedQuantity + ReceivedQuantity < Quantity;

    /// <summary>Units that came beyond what it needs by now: its quantity was made smaller after they were ordered.</summary>
    public Quantity Surplus => Quantity.Max(Quantity.Zero, ReceivedQuantity - Quantity);

    /// <summary>Takes a supplier's part. The price that a customer was told stays held.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="partId">The catalog part that it is; null for none.</param>
    /// <param name="unit">Unit in which it is counted; empty for pieces.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Take(SupplierOffer offer, long? partId, string unit, Instant utcNow)
    {
        (PartId, Unit, Number, Category) = (partId, unit, offer.Number, offer.Category);
        (UnitCost, BookCost, ListPrice, CoreDeposit) = (offer.UnitCost, null, offer.ListPrice, offer.CoreEach);
        (SupplierCode, Branch, Brand, Quality) = (offer.SupplierCode, offer.Branch, offer.Brand, offer.Quality);
        (Condition, MakersNumber, PartType) = (offer.Condition, offer.MakersNumber, offer.Type);
        OfferedFor = utcNow + Duration.FromMinutes(offer.Minutes);
        CoresReturned = offer.CoreEach > Values.UnitPrice.Zero ? Quantity : Quantity.Zero;
        Origin = LineOrigin.Supplier;
        if (Description.Length == 0)
            Description = offer.Description;
    }

    /// <summary>Takes the quantity that the facts about the car tell; the one before is remembered.</summary>
    public FieldChange FollowFact(Quantity quantity)
    {
        var old = Quantity.ToString();
        GenericQuantity ??= Quantity;
        Quantity = quantity;
        if (CoresReturned > Quantity.Zero)
            CoresReturned = quantity;
        Version++;
        return new FieldChange("quantity", old, Quantity.ToString());
    }

    /// <inheritdoc/>
    private protected override string? Shown(string field) =>
        field switch
        {
            "number" => Number,
            "quantity" => Quantity.ToString(),
            "unitCost" => UnitCost.ToString(),
            "unitPrice" => UnitPrice.ToString(),
            "coresReturned" when CoreDeposit > Values.UnitPrice.Zero => CoresReturned.ToString(),
            _ => base.Shown(field),
        };

    /// <inheritdoc/>
    private protected override Problem? Write(string field, string? text) =>
        field switch
        {
            "number" => Words(text, field, v => Number = v, empty: true),
            "quantity" => Figure(Quantity.Parse(text, field), SetQuantity),
            "unitCost" => Figure(Values.UnitPrice.Parse(text, field), v => (UnitCost, BookCost) = (v, null)),
            "unitPrice" => Override(text, field, SetUnitPrice),
            "coresReturned" => Cores(text, field),
            _ => base.Write(field, text),
        };

    private void SetQuantity(Quantity quantity)
    {
        // All cores back stays all cores back.
        if (CoreDeposit > Values.UnitPrice.Zero)
            CoresReturned = CoresReturned == Quantity ? quantity : Quantity.Min(CoresReturned, quantity);
        Quantity = quantity;
    }

    private void SetUnitPrice(UnitPrice? price)
    {
        UnitPrice = price;
        // Taken back, the policy's price of today counts again, not what was told.
        if (price is null)
            QuotedPrice = null;
    }

    /// <summary>Old parts handed in; those that the customer or the shop keeps are charged.</summary>
    private Problem? Cores(string? text, string field)
    {
        var figure = Quantity.ParseOrNone(text, field);
        if (figure.Problem is { } problem)
            return problem;
        if (figure.Value > Quantity)
            return new Problem("core.many", "No more cores come back than parts go in.", field);
        CoresReturned = figure.Value;
        return null;
    }

    /// <inheritdoc/>
    internal override void TakePriceBack() => UnitPrice = null;

    /// <inheritdoc/>
    internal override void Scale(decimal factor)
    {
        Quantity = Quantity.Times(factor);
        if (CoresReturned > Quantity.Zero)
            CoresReturned = Quantity;
    }

    /// <inheritdoc/>
    internal override Line Copy()
    {
        var copy = (PartLine)base.Copy();
        (copy.UnitPrice, copy.QuotedPrice, copy.PartId, copy.ReservedQuantity, copy.ReceivedQuantity) = (
            null,
            null,
            null,
            Quantity.Zero,
            Quantity.Zero
        );
        copy.ReceivedValue = Money.Zero;
        (copy.Branch, copy.OfferedFor, copy.GenericQuantity, copy.SourceBefore) = ("", null, null, null);
        copy.CoresReturned = CoreDeposit > Values.UnitPrice.Zero ? Quantity : Quantity.Zero;
        return copy;
    }

    /// <inheritdoc/>
    internal override void Keep(Line was)
    {
        base.Keep(was);
        var part = (PartLine)was;
        (PartId, UnitPrice, QuotedPrice, CoresReturned) = (part.PartId, part.UnitPrice, part.QuotedPrice, part.CoresReturned);
    }

    /// <summary>What is here or kept of another line is for this one now.</summary>
    internal void TakeOver(PartLine was)
    {
        (ReceivedQuantity, was.ReceivedQuantity) = (was.ReceivedQuantity, Quantity.Zero);
        (ReceivedValue, was.ReceivedValue) = (was.ReceivedValue, Money.Zero);
        (ReservedQuantity, was.ReservedQuantity) = (was.ReservedQuantity, Quantity.Zero);
    }

    /// <inheritdoc/>
    internal override void KeepSource() => SourceBefore = PartSource.Of(this);

    /// <inheritdoc/>
    internal override bool SwapSource()
    {
        if (SourceBefore is not { } before)
            return false;
        KeepSource();
        before.PutOn(this);
        return true;
    }
}
