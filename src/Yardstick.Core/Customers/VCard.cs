using System.Text;

namespace Yardstick.Core.Customers;

/// <summary>A customer as an electronic business card (RFC 6350, version 4.0).</summary>
public static class VCard
{
    /// <summary>The card, with lines that end and fold as the standard asks.</summary>
    public static string Of(Customer customer)
    {
        var lines = new List<string>
        {
            "BEGIN:VCARD",
            "VERSION:4.0",
            $"KIND:{(customer.IsBusiness ? "org" : "individual")}",
            $"FN:{Text(customer.DisplayName)}",
        };
        if (customer.LastName.Length + customer.FirstName.Length > 0)
            lines.Add($"N:{Text(customer.LastName)};{Text(customer.FirstName)};;;");
        if (customer.BusinessName.Length > 0)
            lines.Add($"ORG:{Text(customer.BusinessName)}");
        foreach (var phone in customer.Phones.OrderBy(p => p.Id))
            lines.Add(
                $"TEL;VALUE=uri;TYPE={(phone.Purpose switch { "work" => "work", "home" => "home", _ => "cell" })}:tel:{phone.Number}"
            );
        foreach (var email in customer.Emails.OrderBy(e => e.Id))
            lines.Add($"EMAIL:{Text(email.Address)}");
        if (customer.Address.Length > 0)
            lines.Add(
                $"ADR;LABEL=\"{customer.Address.Replace("\"", "'", StringComparison.Ordinal).Replace("\n", "\\n", StringComparison.Ordinal)}\":;;{Text(customer.Address.Replace('\n', ' '))};;;;"
            );
        lines.Add("END:VCARD");
        return string.Concat(lines.Select(Folded));
    }

    private static string Text(string text) =>
        text.Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace(",", "\\,", StringComparison.Ordinal)
            .Replace(";", "\\;", StringComparison.Ordinal)
            .Replace("\n", "\\n", StringComparison.Ordinal);

    /// <summary>Lines of more than 75 octets go on in the next one after a space; no character is torn.</summary>
    private static string Folded(string line)
    {
        const int most = 75;
        var folded = new StringBuilder();
        var octets = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            if (octets + rune.Utf8SequenceLength > most)
            {
                folded.Append("\r\n ");
                octets = 1;
            }
            folded.Append(rune.ToString());
            octets += rune.Utf8SequenceLength;
        }
        return folded.Append("\r\n").ToString();
    }
}
