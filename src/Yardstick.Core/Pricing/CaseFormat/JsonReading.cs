using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Reads JSON whose problems carry their path. Paths are put together only when something is wrong.</summary>
internal static class JsonReading
{
    /// <summary>Reads a case that is a JSON object.</summary>
    /// <exception cref="CaseException">With the path of the first bad value, empty for broken JSON or what is no object.</exception>
    internal static T Parse<T>(ReadOnlyMemory<byte> utf8, Func<JsonElement, T> read)
    {
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(utf8);
        }
        catch (JsonException)
        {
            throw new CaseException("", "This is not valid JSON.");
        }
        using (document)
            return Parse(document.RootElement, read);
    }

    /// <summary>The same of JSON that was parsed.</summary>
    internal static T Parse<T>(JsonElement root, Func<JsonElement, T> read)
    {
        if (root.ValueKind != JsonValueKind.Object)
            throw new CaseException("", "A case is a JSON object.");
        try
        {
            return read(root);
        }
        catch (InvalidOperationException)
        {
            // The parser leaves invalid UTF-8 inside strings to whoever reads them.
            throw new CaseException("", "This is not valid JSON.");
        }
    }

    internal static void Object(this JsonElement element)
    {
        if (element.ValueKind != JsonValueKind.Object)
            throw new CaseException("", "An object is expected.");
    }

    internal static bool Has(this JsonElement element, string key, out JsonElement value) =>
        element.TryGetProperty(key, out value) && value.ValueKind != JsonValueKind.Null;

    internal static T? Get<T>(this JsonElement element, string key, Func<JsonElement, T> read)
        where T : class
    {
        if (!element.Has(key, out var value))
            return null;
        try
        {
            return read(value);
        }
        catch (CaseException bad)
        {
            throw bad.Under(key);
        }
    }

    /// <summary>The same of a value.</summary>
    internal static T? Value<T>(this JsonElement element, string key, Func<JsonElement, T> read)
        where T : struct
    {
        if (!element.Has(key, out var value))
            return null;
        try
        {
            return read(value);
        }
        catch (CaseException bad)
        {
            throw bad.Under(key);
        }
    }

    internal static T NeededValue<T>(this JsonElement element, string key, Func<JsonElement, T> read)
        where T : struct => element.Value(key, read) ?? throw new CaseException(key, "It is missing.");

    internal static T Needed<T>(this JsonElement element, string key, Func<JsonElement, T> read)
        where T : class => element.Get(key, read) ?? throw new CaseException(key, "It is missing.");

    internal static decimal? Number(this JsonElement element, string key, int decimals)
    {
        if (!element.Has(key, out var value))
            return null;
        try
        {
            return CaseNumber.Read(value, decimals);
        }
        catch (CaseException bad)
        {
            throw bad.Under(key);
        }
    }

    internal static decimal NeededNumber(this JsonElement element, string key, int decimals) =>
        element.Number(key, decimals) ?? throw new CaseException(key, "It is missing.");

    /// <summary>A percentage that can't be above 100.</summary>
    internal static decimal? Percent(this JsonElement element, string key)
    {
        var percent = element.Number(key, 3);
        return percent > 100 ? throw new CaseException(key, "A discount can't be above 100 percent.") : percent;
    }

    internal static bool Flag(this JsonElement element, string key, bool otherwise)
    {
        if (!element.Has(key, out var value))
            return otherwise;
        return value.ValueKind switch
        {
            JsonValueKind.True => true,
            JsonValueKind.False => false,
            _ => throw new CaseException(key, "True or false is expected."),
        };
    }

    internal static T Choice<T>(this JsonElement element, string key, T otherwise, params ReadOnlySpan<(string Word, T Value)> choices)
    {
        if (!element.Has(key, out var value))
            return otherwise;
        if (value.ValueKind == JsonValueKind.String)
        {
            foreach (var (word, choice) in choices)
            {
                if (value.ValueEquals(word))
                    return choice;
            }
        }
        var words = new List<string>();
        foreach (var (word, _) in choices)
            words.Add(word);
        throw new CaseException(key, $"It has to be one of {string.Join(", ", words)}.");
    }

    internal static IReadOnlyList<T> List<T>(this JsonElement element, string key, Func<JsonElement, T> read) =>
        element.Get(key, e => e.Items(read)) ?? [];

    internal static IReadOnlyList<T> Items<T>(this JsonElement element, Func<JsonElement, T> read)
    {
        if (element.ValueKind != JsonValueKind.Array)
            throw new CaseException("", "A list is expected.");
        var items = new T[element.GetArrayLength()];
        var i = 0;
        foreach (var item in element.EnumerateArray())
        {
            try
            {
                items[i] = read(item);
            }
            catch (CaseException bad)
            {
                throw bad.Under($"[{i}]");
            }
            i++;
        }
        return items;
    }

    internal static IReadOnlyDictionary<string, T> Map<T>(
        this JsonElement element,
        string key,
        Func<JsonElement, T> read,
        bool nonEmptyKeys = false
    ) => element.Get(key, e => e.Entries(read, nonEmptyKeys)) ?? Empty<T>.Map;

    private static Dictionary<string, T> Entries<T>(this JsonElement element, Func<JsonElement, T> read, bool nonEmptyKeys)
    {
        element.Object();
        var map = new Dictionary<string, T>(StringComparer.Ordinal);
        foreach (var property in element.EnumerateObject())
        {
            if (property.Value.ValueKind == JsonValueKind.Null)
                continue;
            if (nonEmptyKeys && property.Name.Length == 0)
                throw new CaseException("", "A name in it is empty.");
            try
            {
                map[property.Name] = read(property.Value);
            }
            catch (CaseException bad)
            {
                throw bad.Under(property.Name);
            }
        }
        return map;
    }

    internal static string Text(JsonElement element) =>
        element.ValueKind == JsonValueKind.String ? element.GetString()! : throw new CaseException("", "A text is expected.");

    internal static string NonEmpty(JsonElement element) =>
        Text(element) is { Length: > 0 } text ? text : throw new CaseException("", "It can't be empty.");

    private static class Empty<T>
    {
        internal static readonly Dictionary<string, T> Map = [];
    }
}
