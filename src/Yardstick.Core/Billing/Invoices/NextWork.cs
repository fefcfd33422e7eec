namespace Yardstick.Core.Billing;

/// <summary>What a customer is told with the invoice: advice that nobody priced, or a service to come.</summary>
/// <param name="Key">What it is chosen by.</param>
/// <param name="Kind">Advice or a service.</param>
/// <param name="Text">What it is.</param>
/// <param name="Detail">How it was rated, or when it is due.</param>
public sealed record NextWork(string Key, NextWorkKind Kind, string Text, string Detail)
{
    /// <summary>Both in a sentence.</summary>
    public string Sentence => Detail.Length > 0 ? $"{Text}: {Detail}" : Text;
}
