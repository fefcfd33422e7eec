using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>What somebody typed on the booking page.</summary>
/// <param name="Name">Their name.</param>
/// <param name="Phone">Their telephone.</param>
/// <param name="Email">Their email; empty for none.</param>
/// <param name="Plate">Plate of the vehicle; empty where they do not know.</param>
/// <param name="Vehicle">The vehicle in words.</param>
/// <param name="Words">What they say about it.</param>
/// <param name="Waits">They wait in the shop meanwhile.</param>
public sealed record BookingInput(string? Name, string? Phone, string? Email, string? Plate, string? Vehicle, string? Words, bool Waits)
{
    /// <summary>The same, trimmed, with the number in E.164.</summary>
    /// <param name="Name">Their name.</param>
    /// <param name="Phone">Their telephone.</param>
    /// <param name="Email">Their email; empty for none.</param>
    /// <param name="Plate">Plate without spaces; empty for none.</param>
    /// <param name="Vehicle">The vehicle in words.</param>
    /// <param name="Words">What they say about it.</param>
    public sealed record Typed(string Name, PhoneNumber Phone, string Email, Plate Plate, string Vehicle, string Words);

    /// <summary>
    /// Reads it. Refuses with <c>booking.name</c>, <c>booking.vehicle</c>, <c>phone.unreadable</c>, <c>customer.email</c> and
    /// <c>text.long</c>, each at its field.
    /// </summary>
    /// <param name="country">Country of numbers without one.</param>
    public Result<Typed> Read(string country) => Read(country, isQuestion: false);

    /// <summary>
    /// Reads it as a question, which needs words and no vehicle. Refuses with <c>booking.words</c> besides.
    /// </summary>
    /// <param name="country">Country of numbers without one.</param>
    public Result<Typed> ReadQuestion(string country) =>
        string.IsNullOrWhiteSpace(Words) ? new Problem("booking.words", "Enter your question.", "words") : Read(country, isQuestion: true);

    private Result<Typed> Read(string country, bool isQuestion)
    {
        var (name, vehicle, words) = ((Name ?? "").Trim(), (Vehicle ?? "").Trim(), (Words ?? "").Trim());
        if (name.Length is 0 or > 120)
            return new Problem("booking.name", "Enter your name.", "name");
        var phone = PhoneNumber.Parse(Phone, country, "phone");
        if (phone.Problem is { } noPhone)
            return noPhone;
        var email = (Email ?? "").Trim();
        if (email.Length > 0 && EmailAddress.Parse(email).Problem is { } noEmail)
            return noEmail;
        var plate = Values.Plate.None;
        if (!string.IsNullOrWhiteSpace(Plate))
        {
            var read = Values.Plate.Parse(Plate);
            if (read.Problem is { } noPlate)
                return noPlate;
            plate = read.Value;
        }
        if (vehicle.Length == 0 && !plate.IsKnown && !isQuestion)
            return new Problem("booking.vehicle", "Enter the plate, or the make and model.", "vehicle");
        if (vehicle.Length > 120)
            return TextInput.TooLong(120, "vehicle", "The vehicle");
        if (words.Length > 500)
            return TextInput.TooLong(500, "words", "A note");
        return new Typed(name, phone.Value, email, plate, vehicle, words);
    }
}
