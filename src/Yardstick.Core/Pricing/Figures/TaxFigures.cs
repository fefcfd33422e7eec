namespace Yardstick.Core.Pricing;

/// <summary>One tax's figures.</summary>
/// <param name="Code">The tax.</param>
/// <param name="Base">What it was taken from; net of tax where taxes are inside.</param>
/// <param name="Amount">The tax.</param>
public sealed record TaxFigures(string Code, decimal Base, decimal Amount);
