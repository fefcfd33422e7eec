using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Everything that another source of a part changes, so that it can be put back.</summary>
public sealed record PartSource
{
    /// <summary>What it is.</summary>
    public required string Description { get; init; }

    /// <summary>Where it came from.</summary>
    public required LineOrigin Origin { get; init; }

    /// <summary>The catalog part.</summary>
    public long? PartId { get; init; }

    /// <summary>Number by which it is ordered.</summary>
    public required string Number { get; init; }

    /// <summary>Category, which chooses markup and companions.</summary>
    public required string Category { get; init; }

    /// <summary>The cost that prices it, each.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>The cost in the books, each, if another.</summary>
    public UnitPrice? BookCost { get; init; }

    /// <summary>List price, each.</summary>
    public UnitPrice? ListPrice { get; init; }

    /// <summary>Core deposit, each.</summary>
    public UnitPrice CoreDeposit { get; init; }

    /// <summary>Cores handed back.</summary>
    public Quantity CoresReturned { get; init; }

    /// <summary>Code of the supplier that offers it.</summary>
    public required string SupplierCode { get; init; }

    /// <summary>Branch that has it.</summary>
    public required string Branch { get; init; }

    /// <summary>Brand.</summary>
    public required string Brand { get; init; }

    /// <summary>Quality in the supplier's words.</summary>
    public required string Quality { get; init; }

    /// <summary>new, used or rebuilt; empty where nobody said.</summary>
    public required string Condition { get; init; }

    /// <summary>The maker's number.</summary>
    public required string MakersNumber { get; init; }

    /// <summary>What it is in the words of the catalogs.</summary>
    public required string PartType { get; init; }

    /// <summary>When the supplier could have it here, UTC.</summary>
    public Instant? OfferedFor { get; init; }

    /// <summary>Unit in which it is counted.</summary>
    public required string Unit { get; init; }

    /// <summary>What comes along with this very part.</summary>
    public required IReadOnlyList<CompanionRule> OwnCompanions { get; init; }

    /// <summary>The price each that the customer was told.</summary>
    public UnitPrice? QuotedPrice { get; init; }

    internal static PartSource Of(PartLine line) =>
        new()
        {
            Description = line.Description,
            Origin = line.Origin,
            PartId = line.PartId,
            Number = line.Number,
            Category = line.Category,
            UnitCost = line.UnitCost,
            BookCost = line.BookCost,
            ListPrice = line.ListPrice,
            CoreDeposit = line.CoreDeposit,
            CoresReturned = line.CoresReturned,
            SupplierCode = line.SupplierCode,
            Branch = line.Branch,
            Brand = line.Brand,
            Quality = line.Quality,
            Condition = line.Condition,
            MakersNumber = line.MakersNumber,
            PartType = line.PartType,
            OfferedFor = line.OfferedFor,
            Unit = line.Unit,
            OwnCompanions = line.OwnCompanions,
            QuotedPrice = line.QuotedPrice,
        };

    internal void PutOn(PartLine line)
    {
        line.Description = Description;
        line.Origin = Origin;
        line.PartId = PartId;
        line.Number = Number;
        line.Category = Category;
        line.UnitCost = UnitCost;
        line.BookCost = BookCost;
        line.ListPrice = ListPrice;
        line.CoreDeposit = CoreDeposit;
        line.CoresReturned = CoresReturned;
        line.SupplierCode = SupplierCode;
        line.Branch = Branch;
        line.Brand = Brand;
        line.Quality = Quality;
        line.Condition = Condition;
        line.MakersNumber = MakersNumber;
        line.PartType = PartType;
        line.OfferedFor = OfferedFor;
        line.Unit = Unit;
        line.OwnCompanions = OwnCompanions;
        line.QuotedPrice = QuotedPrice;
    }
}
