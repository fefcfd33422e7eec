// EF gives its tools no other way to the code of a model than services that it calls internal.
#pragma warning disable EF1001
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Scaffolding;
using Microsoft.EntityFrameworkCore.Sqlite.Design.Internal;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Data;

// Writes EF's model of the shop's database as C# into a folder: Yardstick.Model is compiled from it, so that no start works it out.
var folder = Directory.CreateDirectory(args[0]).FullName;
using var db = new ShopDbFactory().CreateDbContext([]);
var services = new ServiceCollection().AddEntityFrameworkDesignTimeServices().AddDbContextDesignTimeServices(db);
new SqliteDesignTimeServices().ConfigureDesignTimeServices(services);
using var provider = services.BuildServiceProvider();
var options = new CompiledModelCodeGenerationOptions
{
    ContextType = typeof(ShopDb),
    ModelNamespace = "Yardstick.Model",
    Language = "C#",
    UseNullableReferenceTypes = true,
};
var model = db.GetService<IDesignTimeModel>().Model;
var files = provider.GetRequiredService<ICompiledModelCodeGeneratorSelector>().Select(options).GenerateModel(model, options);

// What is no longer part of the model must not be compiled.
foreach (var old in Directory.EnumerateFiles(folder, "*.cs"))
    File.Delete(old);
foreach (var file in files)
    File.WriteAllText(Path.Combine(folder, file.Path), file.Code);
