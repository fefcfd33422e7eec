namespace Yardstick.Core.Values;

/// <summary>Texts as people type them.</summary>
public static class TextInput
{
    /// <summary>The refusal of a text that is too long, with code <c>text.long</c>.</summary>
    /// <param name="most">Characters that are kept.</param>
    /// <param name="field">The field that is named.</param>
    /// <param name="what">What is too long, as a sentence begins: <c>A reason</c>; empty where the field says it.</param>
    public static Problem TooLong(int most, string field, string what = "") =>
        new(
            "text.long",
            what.Length == 0
                ? Invariant($"Enter {most:N0} characters or fewer.")
                : Invariant($"{what} can have at most {most:N0} characters."),
            field
        );

    /// <summary>The beginning of a text, as it stands in a notice or a row.</summary>
    /// <param name="text">The text.</param>
    /// <param name="most">Characters of it.</param>
    public static string Short(string text, int most = 80) => text.Length > most ? text[..most] + "…" : text;
}
