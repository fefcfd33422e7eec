using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Pricing;

namespace Yardstick.Data;

/// <summary>A labor rate as it is typed: its name, or its number.</summary>
public sealed class RateColumn() : ValueConverter<RateChoice, string>(v => v.ToString(), v => RateChoice.Parse(v, "").Value!);
