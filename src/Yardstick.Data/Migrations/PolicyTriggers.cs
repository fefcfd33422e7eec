using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Yardstick.Data.Migrations;

/// <summary>A version of the policy never changes: posted orders and open ones are priced by it.</summary>
[DbContext(typeof(ShopDb))]
[Migration("20261123091500_PolicyTriggers")]
public class PolicyTriggers : Migration
{
    /// <inheritdoc />
    protected override void Up(MigrationBuilder migrationBuilder) => SearchAndTriggers.HoldAppendOnly(migrationBuilder, "PolicyVersions");
}
