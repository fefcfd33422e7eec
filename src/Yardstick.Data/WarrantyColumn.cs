using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Orders;

namespace Yardstick.Data;

/// <summary>A warranty as it is typed.</summary>
public sealed class WarrantyColumn() : ValueConverter<WarrantyTerm, string>(v => v.ToString(), v => WarrantyTerm.Parse(v, "").Value!);
