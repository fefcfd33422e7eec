using System.Xml.Linq;
using Yardstick.Core.Orders;

namespace Yardstick.Server.Tests;

/// <summary>Guards the arrows: Core ← Data ← Server, Core ← Server; the stand-ins know nobody and nobody knows them.</summary>
public class ArchitectureTests
{
    internal static string Root()
    {
        var root = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(root, "Yardstick.slnx")))
            root = Path.GetDirectoryName(root)!;
        return root;
    }

    [Theory]
    [InlineData("src/Yardstick.Core", "")]
    [InlineData("src/Yardstick.Data", "Yardstick.Core")]
    [InlineData("src/Yardstick.Model", "Yardstick.Data Yardstick.ModelWriter")]
    [InlineData("src/Yardstick.ModelWriter", "Yardstick.Data")]
    [InlineData("src/Yardstick.Server", "Yardstick.Core Yardstick.Data Yardstick.Model")]
    [InlineData("src/Yardstick.StandIns", "")]
    [InlineData("tests/Yardstick.Core.Tests", "Yardstick.Core")]
    [InlineData("tests/Yardstick.Server.Tests", "Yardstick.Server")]
    public void Projects_refer_only_along_the_arrows(string project, string allowed)
    {
        var file = Directory.GetFiles(Path.Combine(Root(), project), "*.csproj").Single();
        var references = XDocument
            .Load(file)
            .Descendants("ProjectReference")
            .Select(r => Path.GetFileNameWithoutExtension(r.Attribute("Include")!.Value))
            .Order();
        Assert.Equal(allowed.Split(' ', StringSplitOptions.RemoveEmptyEntries).Order(), references);
    }

    [Fact]
    public void Core_knows_no_web_and_no_database()
    {
        var names = typeof(Order).Assembly.GetReferencedAssemblies().Select(a => a.Name!);
        Assert.DoesNotContain(names, n =>
            n.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal)
            || n.Contains("EntityFramework", StringComparison.Ordinal)
            || n.Contains("Sqlite", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Core_and_Data_have_no_clock_of_their_own()
    {
        foreach (var folder in new[] { "src/Yardstick.Core", "src/Yardstick.Data" })
        {
            foreach (
                var file in Directory
                    .EnumerateFiles(Path.Combine(Root(), folder), "*.cs", SearchOption.AllDirectories)
                    .Where(f => !f.Contains("/obj/", StringComparison.Ordinal))
            )
                Assert.DoesNotMatch(@"DateTime(Offset)?\.(UtcNow|Now|Today)", File.ReadAllText(file));
        }
    }

    [Fact]
    public void The_server_only_adds_to_tables_that_are_only_added_to()
    {
        foreach (var file in Directory.EnumerateFiles(Path.Combine(Root(), "src/Yardstick.Server"), "*.cs", SearchOption.AllDirectories))
            Assert.DoesNotMatch(
                @"\.(Decisions|Payments|Invoices|StockMovements|OrderChanges|StageChanges)\.(Remove|Update|ExecuteUpdate|ExecuteDelete)",
                File.ReadAllText(file)
            );
    }
}
