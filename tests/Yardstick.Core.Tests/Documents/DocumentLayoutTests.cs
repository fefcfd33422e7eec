using Yardstick.Core.Documents;

namespace Yardstick.Core.Tests.Documents;

/// <summary>What a customer's paper shows by the shop's layout.</summary>
public class DocumentLayoutTests
{
    private static ShopDocument Paper(DocumentKind kind) =>
        DocumentMaker.Read(
            $$"""
            {"kind":"{{kind}}","number":1,"orderNumber":1,"date":"2026-11-23T10:00:00","shopName":"","shopAddress":"","shopContact":"","currency":"USD","customerName":"","customerAddress":"",
            "vehicle":"","plate":"","vin":"","odometer":"","writer":"","concerns":[],"notDone":[],"totals":[],"consent":[],"terms":"",
            "jobs":[{"title":"Pads","amount":90,"lines":[
              {"kind":"Labor","description":"Fit pads","number":"","quantity":"1.2 h","each":null,"amount":60},
              {"kind":"Part","description":"Pads","number":"BP-1","quantity":"2","each":15,"amount":30}]}]}
            """
        );

    private static IEnumerable<(string, string)> Shown(DocumentLayout layout, DocumentKind kind = DocumentKind.Invoice) =>
        layout.Of(Paper(kind)).Jobs.Single().Lines.Select(l => (l.Number, l.Quantity));

    [Fact]
    public void Numbers_hours_and_lines_are_shown_as_chosen_and_amounts_stay()
    {
        Assert.Equal([("", "1.2 h"), ("BP-1", "2")], Shown(DocumentLayout.Full));
        Assert.Equal([("", "1.2 h"), ("", "2")], Shown(DocumentLayout.Full with { PartNumbers = false }));
        Assert.Equal([("", ""), ("BP-1", "2")], Shown(DocumentLayout.Full with { LaborHours = false }));
        var jobsOnly = (DocumentLayout.Full with { Lines = false }).Of(Paper(DocumentKind.Estimate)).Jobs.Single();
        Assert.Equal((90m, 0), (jobsOnly.Amount, jobsOnly.Lines.Count));
        // What a technician works by keeps everything.
        Assert.Equal([("", "1.2 h"), ("BP-1", "2")], Shown(new DocumentLayout(false, false, false), DocumentKind.WorkOrder));
    }
}
