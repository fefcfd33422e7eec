using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Yardstick.Data;

/// <summary>For <c>dotnet ef</c> and what writes the model only.</summary>
public sealed class ShopDbFactory : IDesignTimeDbContextFactory<ShopDb>
{
    /// <inheritdoc />
    public ShopDb CreateDbContext(string[] args) => new(ShopFile.WithoutModel("design.db"));
}
