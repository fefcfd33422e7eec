using System.Globalization;
using System.Security.Cryptography;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>
/// A code that was texted to a telephone, by which a customer on file shows that it is theirs: known without an account. Nothing is kept
/// of it but hashes, and nothing after a day.
/// </summary>
public class PhoneCode
{
    private const int MostTries = 5,
        MostADay = 5;

    /// <summary>How long a code can be entered.</summary>
    public static readonly Duration Valid = Duration.FromMinutes(10);

    /// <summary>How long somebody is known who entered it.</summary>
    public static readonly Duration Known = Duration.FromHours(1);

    /// <summary>How long it is kept.</summary>
    public static readonly Duration Kept = Duration.FromDays(1);

    /// <summary>Who was known is so no more.</summary>
    public static readonly Problem Over = new("bookingCode.over", "Too much time has passed. Get a new code, or enter your name.", "code");

    /// <summary>The vehicle was passed on, or never was theirs.</summary>
    public static readonly Problem NotTheirs = new(
        "bookingCode.vehicle",
        "This vehicle is not on file for your number any more. Choose another.",
        "vehicleId"
    );

    /// <summary>What is entered is not the code, or none went to that telephone.</summary>
    public static readonly Problem Wrong = new("bookingCode.wrong", "That code is not right. Check the text, or get a new one.", "code");

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Telephone in E.164.</summary>
    public required string Phone { get; init; }

    /// <summary>When it was asked for, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Hash of the code with what it is sent to.</summary>
    public required string CodeHash { get; init; }

    /// <summary>How often a wrong one was entered.</summary>
    public int Tries { get; internal set; }

    /// <summary>Hash of the key that whoever entered it has; empty before.</summary>
    public string KnownHash { get; internal set; } = "";

    /// <summary>When it was entered, UTC.</summary>
    public Instant? KnownAt { get; internal set; }

    /// <summary>A code of six digits, as it is texted.</summary>
    public static string New() => RandomNumberGenerator.GetInt32(1_000_000).ToString("D6", CultureInfo.InvariantCulture);

    /// <summary>What is texted.</summary>
    /// <param name="code">Six digits.</param>
    /// <param name="shop">Name of the shop.</param>
    public static string Words(string code, string shop) =>
        $"{code[..3]} {code[3..]}{Message.IsCode}for booking at {shop}. It is valid for ten minutes.";

    /// <summary>Issues one. Refuses with <c>bookingCode.many</c>.</summary>
    /// <param name="phone">Telephone.</param>
    /// <param name="code">Six digits.</param>
    /// <param name="ofPhone">Codes that were asked for this telephone within the last day (<see cref="Kept"/>).</param>
    /// <param name="lately">Codes of all telephones within the last minutes (<see cref="BookingRules.LatelyMinutes"/>).</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Result<PhoneCode> Issue(PhoneNumber phone, string code, int ofPhone, int lately, Instant utcNow) =>
        ofPhone >= MostADay || lately >= BookingRules.MostLately
            ? new Problem(
                "bookingCode.many",
                "Several codes were asked for already. Enter your name and vehicle, or call the shop.",
                "phone"
            )
            : new PhoneCode
            {
                Phone = phone.E164,
                At = utcNow,
                CodeHash = HashOf(phone.E164, code),
            };

    /// <summary>
    /// Somebody enters it. Refuses with <c>bookingCode.wrong</c>, also what is too old or was tried too often: a guess learns nothing.
    /// The same once more is no second try.
    /// </summary>
    /// <param name="typed">What they typed; spaces and hyphens do not matter.</param>
    /// <param name="key">The key that they have from then on.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Enter(string? typed, string key, Instant utcNow)
    {
        var known = LinkToken.HashOf(key);
        if (KnownHash == known && IsKnown(utcNow))
            return Result.Done;
        if (KnownHash.Length > 0 || Tries >= MostTries || utcNow > At + Valid)
            return Wrong;
        if (HashOf(Phone, string.Concat((typed ?? "").Where(char.IsAsciiDigit))) != CodeHash)
        {
            Tries++;
            return Wrong;
        }
        (KnownHash, KnownAt) = (known, utcNow);
        return Result.Done;
    }

    /// <summary>Whether whoever entered it is still known.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public bool IsKnown(Instant utcNow) => KnownAt is { } since && utcNow <= since + Known;

    // Six digits are soon tried through; with the telephone a table of all of them is of no use for another.
    private static string HashOf(string phone, string code) => LinkToken.HashOf($"{phone}|{code}");
}
