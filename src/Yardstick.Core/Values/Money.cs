namespace Yardstick.Core.Values;

/// <summary>An amount in whole minor units (cents).</summary>
public readonly record struct Money(long Cents)
{
    /// <summary>Nothing.</summary>
    public static readonly Money Zero;

    /// <summary>The amount in units of the currency, with two decimals.</summary>
    public decimal Amount => Rounding.Amount(Cents);

    /// <summary>An amount, rounded half away from zero.</summary>
    public static Money Of(decimal amount) => new(Rounding.Cents(amount));

    /// <summary>Sum.</summary>
    public static Money operator +(Money a, Money b) => new(checked(a.Cents + b.Cents));

    /// <summary>Difference.</summary>
    public static Money operator -(Money a, Money b) => new(checked(a.Cents - b.Cents));

    /// <summary>The same amount the other way.</summary>
    public static Money operator -(Money a) => new(-a.Cents);

    /// <summary>As it is typed, without what groups thousands: <c>1250.00</c>.</summary>
    public string AsTyped => Amount.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture);

    /// <inheritdoc />
    public override string ToString() => Amount.ToString("#,##0.00", System.Globalization.CultureInfo.InvariantCulture);
}
