using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>The data files beside the program.</summary>
internal static class DataFile
{
    internal static string PathOf(string name) => Path.Combine(AppContext.BaseDirectory, "Data", name);

    internal static T Read<T>(string name) => JsonSerializer.Deserialize<T>(File.ReadAllText(PathOf(name)), JsonSerializerOptions.Web)!;

    /// <summary>Whether work or a part is for cars with such an engine.</summary>
    /// <param name="needs">any, combustion, gasoline, diesel or electric.</param>
    /// <param name="engine">The engine as it is written in the records.</param>
    internal static bool Fits(string needs, string engine)
    {
        var electric = engine.Contains("electric", StringComparison.OrdinalIgnoreCase);
        var diesel = engine.Contains("diesel", StringComparison.OrdinalIgnoreCase);
        return needs switch
        {
            "combustion" => !electric,
            "gasoline" => !electric && !diesel,
            "diesel" => diesel,
            "electric" => electric,
            _ => true,
        };
    }
}
