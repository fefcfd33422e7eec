using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>Figures of a kind as whole ten-thousandths, so that the database keeps them exactly.</summary>
public sealed class FigureColumn<T>() : ValueConverter<T, long>(v => Write(v), v => Read(v))
    where T : struct, IFigure<T>
{
    internal static long Write(T figure) => (long)(figure.Value * 10000m);

    internal static T Read(long kept) => T.Of(kept / 10000m);
}
