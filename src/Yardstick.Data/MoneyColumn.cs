using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>An amount that may be missing, in cents. One that always stands is a complex type, so that SQL can sum it.</summary>
public sealed class MoneyColumn() : ValueConverter<Money, long>(v => v.Cents, v => new Money(v));
