using System.Runtime.InteropServices;
using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Reads numbers of a case exactly: nothing is rounded on the way in (rules, Numbers; rules, The price command).</summary>
internal static class CaseNumber
{
    private const decimal Most = 10_000_000m;

    /// <summary>Reads a JSON number of at most so many decimals, trailing zeros not counted.</summary>
    internal static decimal Read(JsonElement element, int decimals, bool negativeAllowed = false)
    {
        if (element.ValueKind != JsonValueKind.Number)
            throw new CaseException("", "A number is expected.");
        var text = JsonMarshal.GetRawUtf8Value(element);
        var negative = text[0] == '-';
        Span<byte> digits = stackalloc byte[64];
        var count = 0;
        long scale = 0;
        var point = false;
        var i = negative ? 1 : 0;
        for (; i < text.Length && text[i] is not ((byte)'e' or (byte)'E'); i++)
        {
            if (text[i] == '.')
            {
                point = true;
                continue;
            }
            if (point)
                scale++;
            var digit = (byte)(text[i] - '0');
            if (count == 0 && digit == 0)
                continue;
            if (count == digits.Length)
            {
                // Beyond 64 significant digits only zeros can be harmless.
                if (digit != 0)
                    throw point ? TooManyDecimals(decimals) : TooLarge();
                scale--;
                continue;
            }
            digits[count++] = digit;
        }
        if (i < text.Length)
            scale -= Exponent(text[(i + 1)..]);
        while (count > 0 && digits[count - 1] == 0)
        {
            count--;
            scale--;
        }
        if (count == 0)
            return 0;
        if (count - scale > 8)
            throw TooLarge();
        if (scale > decimals)
            throw TooManyDecimals(decimals);
        if (negative && !negativeAllowed)
            throw new CaseException("", "It can't be negative.");

        long mantissa = 0;
        for (var d = 0; d < count; d++)
            mantissa = mantissa * 10 + digits[d];
        for (; scale < 0; scale++)
            mantissa *= 10;
        var value = new decimal((int)mantissa, (int)(mantissa >> 32), 0, negative, (byte)scale);
        return Math.Abs(value) > Most ? throw TooLarge() : value;
    }

    private static long Exponent(ReadOnlySpan<byte> text)
    {
        var negative = text[0] == '-';
        long value = 0;
        foreach (var c in text)
        {
            if (c is (byte)'-' or (byte)'+')
                continue;
            value = Math.Min(value * 10 + (c - '0'), 1_000_000_000);
        }
        return negative ? -value : value;
    }

    private static CaseException TooLarge() => new("", "Numbers above 10 million are not accepted.");

    private static CaseException TooManyDecimals(int decimals) => new("", $"At most {decimals} decimals are accepted here.");
}
