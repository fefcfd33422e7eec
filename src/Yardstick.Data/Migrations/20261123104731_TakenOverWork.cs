using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class TakenOverWork : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "DistancePerDay",
                table: "Shops",
                type: "INTEGER",
                nullable: false,
                defaultValue: 320000L);

            migrationBuilder.AddColumn<long>(
                name: "TakenFromJobId",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_TakenFromJobId",
                table: "Jobs",
                column: "TakenFromJobId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Jobs_TakenFromJobId",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "DistancePerDay",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "TakenFromJobId",
                table: "Jobs");
        }
    }
}
