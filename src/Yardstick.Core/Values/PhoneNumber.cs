using PhoneNumbers;

namespace Yardstick.Core.Values;

/// <summary>A telephone number in E.164 form (<c>+12075550142</c>).</summary>
public readonly record struct PhoneNumber(string E164)
{
    /// <summary>Understands a number in any spelling.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="region">ISO 3166 country of numbers without one.</param>
    /// <param name="field">The field that a problem names.</param>
    public static Result<PhoneNumber> Parse(string? text, string region = "US", string field = "phone")
    {
        var util = PhoneNumberUtil.GetInstance();
        try
        {
            var number = util.Parse(text ?? "", region);
            if (util.IsPossibleNumber(number))
                return new PhoneNumber(util.Format(number, PhoneNumberFormat.E164));
        }
        catch (NumberParseException)
        {
            // Said below, in words.
        }
        return new Problem("phone.unreadable", $"\"{text}\" is not a phone number. Enter one such as (207) 555-0142.", field);
    }

    /// <summary>As people of the country write it; numbers from elsewhere with their country.</summary>
    public string Shown(string region = "US")
    {
        var util = PhoneNumberUtil.GetInstance();
        var number = util.Parse(E164, region);
        return util.Format(
            number,
            util.GetRegionCodeForNumber(number) == region || number.CountryCode == util.GetCountryCodeForRegion(region)
                ? PhoneNumberFormat.NATIONAL
                : PhoneNumberFormat.INTERNATIONAL
        );
    }

    /// <inheritdoc />
    public override string ToString() => E164;
}
