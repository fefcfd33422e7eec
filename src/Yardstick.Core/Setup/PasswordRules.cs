namespace Yardstick.Core.Setup;

/// <summary>What a password has to be: long enough, not too long to be hashed, and none of those that are tried first.</summary>
public static class PasswordRules
{
    /// <summary>Characters that it has at least, and at most.</summary>
    public const int Shortest = 10,
        Longest = 128;

    // Words on which nearly all often used passwords of ten characters and more are built.
    private static readonly string[] Common =
    [
        "password",
        "passwort",
        "qwerty",
        "qwertz",
        "azerty",
        "letmein",
        "iloveyou",
        "welcome",
        "administrator",
        "changeme",
        "yardstick",
        "baseball",
        "football",
        "superman",
        "sunshine",
        "princess",
        "trustno",
        "whatever",
        "asdfgh",
        "zxcvbn",
        "abcdef",
        "abc123",
        "q1w2e3",
        "1q2w3e",
        "1qaz2wsx",
        "monkey",
        "dragon",
    ];

    /// <summary>Checks a new password. Codes: <c>password.length</c>, <c>password.common</c>.</summary>
    /// <param name="password">What was typed.</param>
    /// <param name="userName">The name that the person signs in with; it makes no password.</param>
    public static Result Check(string? password, string userName)
    {
        if (password is not { Length: >= Shortest and <= Longest })
            return new Problem("password.length", $"A password has {Shortest} to {Longest} characters.", "password");
        // What is left of it without the words and figures that are tried first has to be something.
        var rest = password.ToLowerInvariant();
        foreach (var word in Common.Append(userName.ToLowerInvariant()).Where(w => w.Length > 2))
            rest = rest.Replace(word, "", StringComparison.Ordinal);
        var own = rest.Where(c => !char.IsAsciiDigit(c)).Distinct().Count();
        var figures = password.All(char.IsAsciiDigit) && password.Distinct().Count() > 5;
        return own >= 4 || figures
            ? Result.Done
            : new Problem("password.common", "That password is too easy to guess. Choose another, such as four words.", "password");
    }

    /// <summary>
    /// Checks the name and the password of a new account. Codes: <c>firstRun.userName</c> and those of <see cref="Check"/>.
    /// </summary>
    /// <param name="userName">1 to 60 characters.</param>
    /// <param name="password">What was typed.</param>
    public static Result CheckAccount(string? userName, string? password) =>
        CheckUserName(userName).Problem is { } problem ? problem : Check(password, userName!.Trim());

    /// <summary>Checks a name to sign in with. Code: <c>firstRun.userName</c>.</summary>
    /// <param name="userName">1 to 60 characters.</param>
    /// <param name="taken">Whether somebody has it already.</param>
    public static Result CheckUserName(string? userName, bool taken = false) =>
        string.IsNullOrWhiteSpace(userName) || userName.Trim().Length > 60
            ? new Problem("firstRun.userName", "Choose a user name.", "userName")
        : taken ? new Problem("person.userName", $"Someone else already uses {userName.Trim()}. Choose another user name.", "userName")
        : Result.Done;
}
