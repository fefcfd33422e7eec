using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary><c>./yardstick price</c>: prices a file of cases as a stream (rules, The price command).</summary>
public static class PriceCommand
{
    /// <summary>Reads cases and writes one result a line.</summary>
    /// <returns>0, or 1 if any case was bad.</returns>
    public static Task<int> RunAsync(Stream input, Stream output) =>
        RunAsync(input, output, (json, pricing) => ResultWriter.Write(json, OrderPricer.PriceChecked(pricing)));

    /// <summary>Reads cases and writes for each what the answer says; benchmarks leave the computing out.</summary>
    internal static Task<int> RunAsync(Stream input, Stream output, Action<Utf8JsonWriter, PricingCase> answer) =>
        CaseStream.RunAsync(input, output, (json, bytes) => answer(json, CaseReader.Read(bytes)));
}
