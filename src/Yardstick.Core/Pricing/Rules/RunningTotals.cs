namespace Yardstick.Core.Pricing;

/// <summary>Sums over amounts, in cents.</summary>
internal struct RunningTotals
{
    internal long Labor,
        Parts,
        Sublet,
        Fees,
        Core,
        PassedOn,
        Cost;
    internal decimal Hours;
    internal Taxables Taxable;

    internal void Add(in PricedItem item)
    {
        checked
        {
            switch (item.Kind)
            {
                case AmountKind.Labor:
                    Labor += item.Net;
                    break;
                case AmountKind.Part:
                    Parts += item.Net;
                    break;
                case AmountKind.Sublet:
                    Sublet += item.Net;
                    break;
                default:
                    Fees += item.Net;
                    break;
            }
            if (item.PassThrough)
                PassedOn += item.Net;
            Core += item.Core;
            Cost += item.Cost;
            Hours += item.Hours;
            if (!item.Taxable)
                return;
            Taxable[(int)item.Kind] += item.Net;
            Taxable[(int)AmountKind.Core] += item.Core;
        }
    }

    internal readonly long Subtotal => checked(Labor + Parts + Sublet + Fees + Core);
}
