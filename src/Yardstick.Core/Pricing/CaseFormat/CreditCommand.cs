using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary><c>./yardstick credit</c>: credits invoices of a file of cases as a stream (rules, Money after the invoice).</summary>
public static class CreditCommand
{
    /// <summary>Reads cases with their credits and writes for each what every credit gives back and what is left.</summary>
    /// <returns>0, or 1 if any case or credit was bad.</returns>
    public static Task<int> RunAsync(Stream input, Stream output) => CaseStream.RunAsync(input, output, (json, bytes) =>
        {
            var (credits, left) = JsonReading.Parse(bytes, Answer);
            json.WriteStartObject();
            json.WriteStartArray("credits");
            foreach (var credit in credits)
                ResultWriter.Write(json, credit);
            json.WriteEndArray();
            json.WritePropertyName("left");
            ResultWriter.Write(json, left);
            json.WriteEndObject();
        });

    private static (IReadOnlyList<SaleFigures> Credits, SaleFigures Left) Answer(JsonElement root)
    {
        var invoice = root.Needed("case", e => new CreditedInvoice(CaseReader.ReadInner(e), isChecked: true));
        var credits = root.Needed("credits", e => e.Items(credit => Credit(invoice, credit)));
        return (credits, invoice.Left);
    }

    private static SaleFigures Credit(CreditedInvoice invoice, JsonElement credit)
    {
        credit.Object();
        var all = credit.Flag("all", false);
        var has = credit.Has("lines", out var lines);
        if (has && lines.ValueKind != JsonValueKind.Array)
            throw new CaseException("lines", "A list is expected.");
        if (all == (has && lines.GetArrayLength() > 0))
            throw new CaseException("", "Enter either all: true, or the lines.");
        if (all)
            return invoice.CreditAll();
        // Each line is judged after those before it, so one that can't be read counts only once they are.
        var picks = new List<CreditPick>();
        CaseException? unread = null;
        var i = 0;
        foreach (var line in lines.EnumerateArray())
        {
            try
            {
                picks.Add(Pick(line));
            }
            catch (CaseException bad)
            {
                unread = bad.Under($"lines[{i}]");
                break;
            }
            i++;
        }
        var figures = picks.Count > 0 ? invoice.Credit(picks) : null;
        return unread is null ? figures! : throw unread;
    }

    private static CreditPick Pick(JsonElement line)
    {
        line.Object();
        return new CreditPick(line.Needed("job", JsonReading.Text), (int)line.NeededNumber("line", 0), line.Number("quantity", 3));
    }
}
