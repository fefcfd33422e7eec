using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>A field that the shop adds for itself.</summary>
public class ExtraField
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What it is on.</summary>
    public RecordKind Kind { get; init; }

    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>What it holds.</summary>
    public ExtraFieldType Type { get; init; }

    /// <summary>The words to choose from; none for other fields.</summary>
    public IReadOnlyList<string> Choices { get; init; } = [];

    /// <summary>Not asked any more, UTC; what was typed stays.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Makes a field from what was typed.</summary>
    public static Result<ExtraField> Create(RecordKind kind, string? name, ExtraFieldType type, string? choices, bool taken = false)
    {
        var clean = (name ?? "").Trim();
        if (clean.Length is 0 or > 60)
            return new Problem("extraField.name", "Enter a field name of up to 60 characters.", "name");
        var field = new ExtraField
        {
            Kind = kind,
            Name = clean,
            Type = type,
            Choices =
                type == ExtraFieldType.Choice
                    ? (choices ?? "").Split(['\n', ','], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                    : [],
        };
        if (type == ExtraFieldType.Choice && field.Choices.Count < 2)
            return new Problem("extraField.choices", "Enter at least two choices, separated by commas.", "choices");
        return taken ? new Problem("extraField.twice", $"There is a field \"{clean}\" already.", "name") : field;
    }

    /// <summary>What is kept of what was typed; empty clears.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="localNow">Wall time, from which words such as tomorrow count.</param>
    public Result<string> Read(string? text, LocalDateTime localNow)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
            return "";
        switch (Type)
        {
            case ExtraFieldType.Number:
                var figure = NumberInput.Amount(typed, Name, 4);
                return figure.Problem is null
                    ? figure.Value.ToString("0.####", CultureInfo.InvariantCulture)
                    : new Problem("extraField.number", $"\"{typed}\" is not a number.", Name);
            case ExtraFieldType.Date:
                var day = DateTimeInput.Day(typed, localNow, Name);
                return day.Problem is { } unreadable ? unreadable : day.Value.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            case ExtraFieldType.Choice:
                return Choices.FirstOrDefault(w => string.Equals(w, typed, StringComparison.OrdinalIgnoreCase)) is { } word
                    ? word
                    : new Problem("extraField.choice", $"Choose one of: {string.Join(", ", Choices)}.", Name);
            case ExtraFieldType.YesNo:
                return typed.ToLowerInvariant() switch
                {
                    "yes" or "y" or "true" => "yes",
                    "no" or "n" or "false" => "no",
                    _ => new Problem("extraField.yesNo", "Enter yes or no.", Name),
                };
            default:
                return typed.Length > 500 ? TextInput.TooLong(500, Name) : typed;
        }
    }

    /// <summary>Takes it off what is offered, or brings it back; what was filled in stays.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Retire(bool off, Instant utcNow) => RetiredAt = off ? utcNow : null;
}
