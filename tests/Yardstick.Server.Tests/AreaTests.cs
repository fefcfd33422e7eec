using System.Text.RegularExpressions;

namespace Yardstick.Server.Tests;

/// <summary>
/// The same areas in every room, and arrows between them only as <c>docs/areas.md</c> writes them down, without a circle.
/// </summary>
public partial class AreaTests
{
    private static readonly string[] Aside = ["bin", "obj", "Properties"];

    private static string[] Areas() =>
        Section("Names").First(l => l.Contains('·', StringComparison.Ordinal)).Split('·', StringSplitOptions.TrimEntries);

    private static List<string> Section(string heading) =>
        [
            .. File.ReadAllLines(Path.Combine(ArchitectureTests.Root(), "docs/areas.md"))
                .SkipWhile(l => l != $"## {heading}")
                .Skip(1)
                .TakeWhile(l => !l.StartsWith("## ", StringComparison.Ordinal)),
        ];

    private static SortedSet<string> Written(string heading) =>
        [
            .. Section(heading)
                .Where(l => l.Contains('→', StringComparison.Ordinal))
                .SelectMany(l =>
                    l.Split('→') is [var from, var to]
                        ? to.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(t => $"{from.Trim()} → {t}")
                        : []
                ),
        ];

    [Theory]
    [InlineData("src/Yardstick.Core", "Values")]
    [InlineData("src/Yardstick.Data", "Demo Migrations")]
    [InlineData("src/Yardstick.Server", "Assets Changes Hosting Live Outside Safety")]
    [InlineData("tests/Yardstick.Core.Tests", "Values")]
    [InlineData("tests/Yardstick.Server.Tests", "Changes Processes Safety Support")]
    [InlineData("web/src/areas", "")]
    [InlineData("e2e", "node_modules test-results")]
    public void Every_folder_is_an_area_or_a_room_of_its_own(string room, string own)
    {
        var folders = Directory
            .GetDirectories(Path.Combine(ArchitectureTests.Root(), room))
            .Select(f => Path.GetFileName(f)!)
            .Except(Aside)
            .Except(own.Split(' '));
        Assert.Empty(folders.Except(Areas()));
    }

    [Theory]
    [InlineData("Core")]
    [InlineData("Server")]
    public void Arrows_are_those_that_are_written_down(string room)
    {
        var project = $"Yardstick.{room}";
        var areas = Areas();
        var found = new SortedSet<string>();
        foreach (var area in areas.Where(a => Directory.Exists(Path.Combine(ArchitectureTests.Root(), "src", project, a))))
        {
            foreach (
                var file in Directory.EnumerateFiles(
                    Path.Combine(ArchitectureTests.Root(), "src", project, area),
                    "*.cs",
                    SearchOption.AllDirectories
                )
            )
                found.UnionWith(
                    Used()
                        .Matches(File.ReadAllText(file))
                        .Where(m => m.Groups[1].Value == room && m.Groups[2].Value != area && areas.Contains(m.Groups[2].Value))
                        .Select(m => $"{area} → {m.Groups[2].Value}")
                );
        }
        Assert.Equal(Written(room), found);
    }

    [Theory]
    [InlineData("Core")]
    [InlineData("Server")]
    [InlineData("Web")]
    public void No_arrows_run_in_a_circle(string room)
    {
        var arrows = Written(room).Select(a => a.Split(" → ")).ToLookup(a => a[0], a => a[1]);
        bool Reaches(string from, string to, HashSet<string> seen) =>
            arrows[from].Any(next => next == to || seen.Add(next) && Reaches(next, to, seen));
        Assert.DoesNotContain(Areas(), a => Reaches(a, a, []));
    }

    [Theory]
    [InlineData("src/Yardstick.Core")]
    [InlineData("src/Yardstick.Data")]
    public void One_type_stands_in_a_file(string project)
    {
        var crowded = Directory
            .EnumerateFiles(Path.Combine(ArchitectureTests.Root(), project), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/Migrations/", StringComparison.Ordinal))
            .Where(f => Types().Count(File.ReadAllText(f)) > 1)
            .Select(Path.GetFileName);
        Assert.Empty(crowded.Except(["Result.cs"]));
    }

    [Fact]
    public void Rules_that_comments_cite_stand_on_the_page_of_rules()
    {
        var root = ArchitectureTests.Root();
        var headings = File.ReadAllLines(Path.Combine(root, "docs/rules.md"))
            .Where(l => l.StartsWith("## ", StringComparison.Ordinal))
            .Select(l => l[3..])
            .ToHashSet();
        var cited = Directory
            .EnumerateFiles(Path.Combine(root, "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal))
            .SelectMany(f => Cited().Matches(File.ReadAllText(f)).Select(m => m.Groups[1].Value))
            .ToHashSet();
        Assert.True(cited.Count > 5);
        Assert.Empty(cited.Except(headings));
    }

    [GeneratedRegex(@"\(?\brules, ([A-Z][A-Za-z ]+)(?=[;.)])")]
    private static partial Regex Cited();

    [GeneratedRegex(@"\bYardstick\.(Core|Server)\.(\w+)(?=[;.])")]
    private static partial Regex Used();

    [GeneratedRegex(@"^(public|internal) [a-z ]*\b(class|record|struct|enum|interface) ", RegexOptions.Multiline)]
    private static partial Regex Types();
}
