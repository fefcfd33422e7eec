namespace Yardstick.Core.Orders;

/// <summary>Everything that another source of a line changes, so that it can be put back.</summary>
internal sealed record LineSourceState(string Description, long? PartId, string Number, string Category, decimal UnitCost, decimal? BookCost, decimal? ListPrice, decimal CoreEach, decimal CoresReturned,
    string SupplierCode, string Branch, string Brand, string Quality, string Condition, string MakersNumber, string PartType, DateTime? OfferedFor, string Unit, string Along, string Origin,
    string Operation, decimal? GuideHours, decimal Hours, string Skill, string Contains, string Beside, decimal? HeldPrice)
{
    internal static LineSourceState Of(Line l) => new(l.Description, l.PartId, l.Number, l.Category, l.UnitCost, l.BookCost, l.ListPrice, l.CoreDeposit, l.CoresReturned,
        l.SupplierCode, l.Branch, l.Brand, l.Quality, l.Condition, l.MakersNumber, l.PartType, l.OfferedFor, l.Unit, l.OwnCompanionsJson, l.Origin,
        l.Operation, l.GuideHours, l.Hours, l.Skill, l.IncludedOperations, l.CombinedHours, l.QuotedPrice);

    internal void PutOn(Line l)
    {
        (l.Description, l.PartId, l.Number, l.Category, l.UnitCost, l.BookCost, l.ListPrice, l.CoreDeposit, l.CoresReturned) = (Description, PartId, Number, Category, UnitCost, BookCost, ListPrice, CoreEach, CoresReturned);
        (l.SupplierCode, l.Branch, l.Brand, l.Quality, l.Condition, l.MakersNumber, l.PartType, l.OfferedFor, l.Unit, l.OwnCompanionsJson, l.Origin) = (SupplierCode, Branch, Brand, Quality, Condition, MakersNumber, PartType, OfferedFor, Unit, Along, Origin);
        (l.Operation, l.GuideHours, l.Hours, l.Skill, l.IncludedOperations, l.CombinedHours, l.QuotedPrice) = (Operation, GuideHours, Hours, Skill, Contains, Beside, HeldPrice);
    }
}
