using System.Text.Json;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Setup;

namespace Yardstick.Data;

/// <summary>A week's hours as JSON; the usual ones as an empty text.</summary>
internal sealed class WeekHoursColumn() : ValueConverter<WeekHours, string>(hours => Write(hours), text => Read(text))
{
    private static readonly string Usual = JsonSerializer.Serialize(WeekHours.Usual, JsonColumn.Options);

    internal static string Write(WeekHours hours) =>
        JsonSerializer.Serialize(hours, JsonColumn.Options) is var text && text == Usual ? "" : text;

    internal static WeekHours Read(string text) =>
        text.Length == 0 ? WeekHours.Usual : JsonSerializer.Deserialize<WeekHours>(text, JsonColumn.Options)!;
}
