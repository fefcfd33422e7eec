using System.Net.Mail;

namespace Yardstick.Core.Values;

/// <summary>An email address as it is written to.</summary>
public readonly record struct EmailAddress(string Text)
{
    /// <summary>Understands one address; several, or one with a name around it, are none.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    public static Result<EmailAddress> Parse(string? text, string field = "email")
    {
        var trimmed = (text ?? "").Trim();
        return trimmed.Length <= 254 && MailAddress.TryCreate(trimmed, out var address) && address.Address == trimmed
            ? new EmailAddress(address.Address)
            : new Problem(
                "customer.email",
                $"\"{TextInput.Short(trimmed, 60)}\" is not an email address. Enter one such as name@example.com.",
                field
            );
    }

    /// <inheritdoc />
    public override string ToString() => Text;
}
