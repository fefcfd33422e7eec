namespace Yardstick.Core.Setup;

/// <summary>What a PIN has to be: not short for those who may much, and none that everybody tries first.</summary>
public static class Pin
{
    /// <summary>Wrong PINs in a row until a person needs the password, on every computer.</summary>
    public const int MissesAllowed = 5;

    /// <summary>So long after a password was typed somebody may switch by PIN on that computer.</summary>
    public static readonly Duration GoodAfterPassword = Duration.FromDays(30);

    private const int Longest = 8,
        ShortestOfTechnicians = 4,
        Shortest = 6;

    /// <summary>Digits that a PIN of this role has at least.</summary>
    public static int ShortestFor(Role role) => role == Role.Technician ? ShortestOfTechnicians : Shortest;

    /// <summary>Checks a new PIN. Codes: <c>pin.form</c>, <c>pin.easy</c>.</summary>
    /// <param name="pin">What was typed.</param>
    /// <param name="role">What the person is.</param>
    public static Result Check(string? pin, Role role)
    {
        var shortest = ShortestFor(role);
        if (pin is null || pin.Length < shortest || pin.Length > Longest || !pin.All(char.IsAsciiDigit))
            return new Problem("pin.form", $"Enter a PIN of {shortest} to {Longest} digits.", "pin");
        return IsEasy(pin) ? new Problem("pin.easy", "That PIN is too easy to guess. Choose another.", "pin") : Result.Done;
    }

    /// <summary>One digit throughout, digits in a row, or one short group again and again: 0000, 1234, 9876, 1212, 123123.</summary>
    private static bool IsEasy(string pin)
    {
        var steps = pin.Zip(pin.Skip(1), (a, b) => (b - a + 10) % 10).Distinct().ToList();
        if (steps.Count == 1 && steps[0] is 0 or 1 or 9)
            return true;
        return Enumerable
            .Range(1, pin.Length / 2)
            .Where(size => pin.Length % size == 0)
            .Any(size => pin == string.Concat(Enumerable.Repeat(pin[..size], pin.Length / size)));
    }
}
