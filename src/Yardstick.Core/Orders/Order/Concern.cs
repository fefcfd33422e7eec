using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What the customer says, then the cause that was found, then the correction made.</summary>
public class Concern
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The order.</summary>
    public long OrderId { get; internal set; }

    /// <summary>Place on the order.</summary>
    public int Position { get; init; }

    /// <summary>In the customer's words.</summary>
    public string Complaint { get; internal set; } = "";

    /// <summary>The cause that was found.</summary>
    public string Cause { get; internal set; } = "";

    /// <summary>Whether the customer reads that cause before there is an invoice; one that is changed has to be looked at again.</summary>
    public CustomerVisibility CauseVisibility { get; internal set; }

    /// <summary>What was done about it.</summary>
    public string Correction { get; internal set; } = "";

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Changes one field to what was typed.</summary>
    public Result<FieldChange> Set(string field, string? text)
    {
        var words = (text ?? "").Trim();
        if (words.Length > 2000)
            return TextInput.TooLong(2_000, field);
        var old = field switch
        {
            "complaint" => Complaint,
            "cause" => Cause,
            "correction" => Correction,
            _ => null,
        };
        if (old is null)
            return new Problem("concern.field", $"\"{field}\" can't be edited.", field);
        if (field == "complaint" && words.Length == 0)
            return new Problem("text.empty", "Enter the customer's concern.", field);
        switch (field)
        {
            case "complaint":
                Complaint = words;
                break;
            case "cause":
                (Cause, CauseVisibility) = (words, CustomerVisibility.ToBeDecided);
                break;
            default:
                Correction = words;
                break;
        }
        Version++;
        return new FieldChange(field, old, words);
    }
}
