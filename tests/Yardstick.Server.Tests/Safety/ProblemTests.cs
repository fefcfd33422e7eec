using System.Text.RegularExpressions;
using Yardstick.Core;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Safety;

/// <summary>Every refusal has its entry in the catalogue, and nothing stands in it that nobody says.</summary>
public partial class ProblemTests
{
    [GeneratedRegex(@"(?:Problem\(|Problem \w+ =\s*new\(|Problem \w+\([^)]*\) =>\s*new\()\s*""([a-z][a-zA-Z]*\.[a-zA-Z]+)""")]
    private static partial Regex Said();

    private static IEnumerable<(string File, string Code)> Codes() =>
        from project in new[] { "Yardstick.Core", "Yardstick.Server" }
        from file in Directory.EnumerateFiles(Path.Combine(ArchitectureTests.Root(), "src", project), "*.cs", SearchOption.AllDirectories)
        where !file.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}", StringComparison.Ordinal)
        from Match match in Said().Matches(File.ReadAllText(file))
        select (file, match.Groups[1].Value);

    [Fact]
    public void The_catalogue_knows_every_code_and_no_other() =>
        Assert.Equal(
            Codes().Select(c => c.Code).ToHashSet().Order(StringComparer.Ordinal),
            ProblemCatalogue.All.Keys.Order(StringComparer.Ordinal)
        );

    [Fact]
    public void Each_says_in_a_sentence_what_it_means() =>
        Assert.All(ProblemCatalogue.All.Values, e =>
            Assert.True(e.Meaning.Length > 10 && e.Meaning[^1] is '.' or '!' or '?', $"{e.Code}: {e.Meaning}")
        );
}
