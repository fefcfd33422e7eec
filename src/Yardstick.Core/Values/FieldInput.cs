namespace Yardstick.Core.Values;

/// <summary>Writes fields of records as they were typed: each answers null, or why the field is not kept.</summary>
internal static class FieldInput
{
    /// <summary>Keeps what needs no check.</summary>
    internal static Problem? Kept(Action keep)
    {
        keep();
        return null;
    }

    /// <summary>Keeps a text that is not too long, refused with <c>text.long</c>.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="most">Characters that are kept.</param>
    /// <param name="field">The field that a refusal names.</param>
    /// <param name="keep">Keeps it.</param>
    internal static Problem? Text(string typed, int most, string field, Action<string> keep) =>
        typed.Length > most ? TextInput.TooLong(most, field) : Kept(() => keep(typed));

    /// <summary>Keeps a value that was understood; else why it was not.</summary>
    internal static Problem? Read<T>(Result<T> read, Action<T> keep) => read.Problem ?? Kept(() => keep(read.Value));
}
