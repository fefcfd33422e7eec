using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Yardstick.Data;
using Yardstick.Model;

namespace Yardstick.Server.Tests.Processes;

/// <summary>The model that was worked out when the program was built is the one that the mapping says.</summary>
public class ModelTests
{
    [Fact]
    public void What_was_written_is_what_the_mapping_says()
    {
        using var fresh = new ShopDb(ShopFile.WithoutModel(":memory:"));
        var (said, written) = (Describe(fresh.Model), Describe(ShopDbModel.Instance));
        Assert.True(said.Count > 1000);
        Assert.Equal(said, written);
    }

    [Fact]
    public void The_migrations_lead_to_what_the_mapping_says()
    {
        using var fresh = new ShopDb(ShopFile.WithoutModel(":memory:"));
        Assert.False(fresh.Database.HasPendingModelChanges(), "The mapping changed: dotnet ef migrations add NAME");
    }

    [Fact]
    public void The_program_opens_its_database_with_it()
    {
        RuntimeHelpers.RunModuleConstructor(typeof(StartCommand).Module.ModuleHandle);
        using var db = new ShopDb(ShopFile.Options(":memory:"));
        Assert.Same(ShopDbModel.Instance, db.Model);
    }

    private static List<string> Describe(IModel model) =>
        [
            .. model
                .GetRelationalModel()
                .Tables.SelectMany(t =>
                    t.Columns.Select(c => $"{t.Name}.{c.Name} {c.StoreType} {c.IsNullable}")
                        .Concat(t.Indexes.Select(i => $"{t.Name} {i.Name} {i.IsUnique} {i.Filter}"))
                        .Concat(t.ForeignKeyConstraints.Select(k => $"{t.Name} {k.Name} {k.OnDeleteAction}"))
                ),
            .. model
                .GetEntityTypes()
                .SelectMany(e =>
                    e.GetFlattenedProperties()
                        .Select(p =>
                            $"{e.DisplayName()}.{p.Name} {p.ClrType.Name} {p.IsConcurrencyToken} {p.ValueGenerated} {p.GetTypeMapping().Converter?.ProviderClrType.Name}"
                        )
                ),
        ];
}
