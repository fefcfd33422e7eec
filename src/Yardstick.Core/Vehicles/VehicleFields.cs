using System.Globalization;
using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>A vehicle's fields, changed one by one as they are typed.</summary>
public partial class Vehicle
{
    /// <summary>Changes one field to what was typed; empty clears it.</summary>
    /// <param name="field">Name of the field.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="thisYear">The present year; models of the next are sold already.</param>
    public Result<FieldChange> Set(string field, string? text, int thisYear)
    {
        if (Shown(field) is not { } old)
            return new Problem("vehicle.field", $"A vehicle has no field \"{field}\".", field);
        var typed = (text ?? "").Trim();
        if (typed.Length > 200)
            return TextInput.TooLong(200, field);
        var before = (Plate, Vin, Make, Model);
        if (Change(field, typed, thisYear) is { } problem)
            return problem;
        if (!Plate.IsKnown && !Vin.IsKnown && ShortDescription.Length == 0)
        {
            (Plate, Vin, Make, Model) = before;
            return new Problem("vehicle.empty", "Enter at least a plate, a VIN or a make.", field);
        }
        Version++;
        return new FieldChange(field, old, Shown(field)!);
    }

    /// <summary>
    /// What was read on the vehicle itself: kept where nothing is on file, else held against it. Refuses what is no VIN or plate.
    /// </summary>
    /// <param name="field">vin or plate.</param>
    /// <param name="text">What was read.</param>
    /// <param name="thisYear">The present year.</param>
    public Result<IdentityRead> Read(string field, string? text, int thisYear)
    {
        var vin = field == "vin";
        var (read, problem) = vin ? Of(Vin.Parse(text), v => v.Text) : Of(Plate.Parse(text), p => p.Text);
        if (problem is not null)
            return problem;
        var onFile = Shown(field)!;
        if (onFile.Length > 0)
            return new IdentityRead(read, onFile, null);
        var set = Set(field, read, thisYear);
        return set.Problem is { } refused ? refused : new IdentityRead(read, "", set.Value);

        static (string, Problem?) Of<T>(Result<T> parsed, Func<T, string> text) =>
            parsed.Problem is { } bad ? ("", bad) : (text(parsed.Value), null);
    }

    private Problem? Change(string field, string typed, int thisYear)
    {
        switch (field)
        {
            case "plate":
                var plate = typed.Length == 0 ? Plate.None : Plate.Parse(typed);
                if (plate.Problem is { } noPlate)
                    return noPlate;
                Plate = plate.Value;
                break;
            case "vin":
                var vin = typed.Length == 0 ? Vin.None : Vin.Parse(typed);
                if (vin.Problem is { } noVin)
                    return noVin;
                Vin = vin.Value;
                break;
            case "year":
                if (typed.Length == 0)
                {
                    Year = 0;
                    break;
                }
                if (
                    !int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var year)
                    || year < 1900
                    || year > thisYear + 1
                )
                    return new Problem("vehicle.year", $"Enter a model year from 1900 to {thisYear + 1}.", field);
                Year = year;
                break;
            case "productionMonth":
                var month = MonthAndYear().Match(typed);
                if (typed.Length > 0 && !month.Success)
                    return new Problem("vehicle.productionMonth", "Enter month and year from the door label, such as 3/2019.", field);
                ProductionMonth =
                    typed.Length == 0
                        ? ""
                        : Invariant($"{month.Groups[2].Value}-{int.Parse(month.Groups[1].Value, CultureInfo.InvariantCulture):00}");
                break;
            case "plateRegion":
                PlateRegion = typed.ToUpperInvariant();
                break;
            case "make":
                Make = typed;
                break;
            case "model":
                Model = typed;
                break;
            case "trim":
                Trim = typed;
                break;
            case "engine":
                Engine = typed;
                break;
            case "transmission":
                Transmission = typed;
                break;
            case "drive":
                Drive = typed;
                break;
            case "color":
                Color = typed;
                break;
            case "unitNumber":
                UnitNumber = typed;
                break;
            case "warning":
                Warning = typed;
                break;
            default:
                PhotoHash = typed;
                break;
        }
        return null;
    }

    /// <summary>A field as it is shown; null where there is none of that name.</summary>
    public string? Shown(string field) =>
        field switch
        {
            "plate" => Plate.Text,
            "plateRegion" => PlateRegion,
            "vin" => Vin.Text,
            "year" => Year == 0 ? "" : Year.ToString(CultureInfo.InvariantCulture),
            "make" => Make,
            "model" => Model,
            "trim" => Trim,
            "engine" => Engine,
            "transmission" => Transmission,
            "drive" => Drive,
            "color" => Color,
            "unitNumber" => UnitNumber,
            "productionMonth" => ProductionMonth,
            "warning" => Warning,
            "photoHash" => PhotoHash,
            _ => null,
        };

    [GeneratedRegex(@"^(0?[1-9]|1[0-2])\s*[/.-]\s*((?:19|20)\d{2})$")]
    private static partial Regex MonthAndYear();
}
