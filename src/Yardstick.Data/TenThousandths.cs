using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>Figures as whole ten-thousandths, so that the database keeps them exactly.</summary>
public sealed class TenThousandths() : ValueConverter<decimal, long>(v => (long)(v * 10000m), v => v / 10000m);
