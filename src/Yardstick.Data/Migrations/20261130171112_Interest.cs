using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Interest : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "InterestAfterDays",
                table: "Shops",
                type: "INTEGER",
                nullable: false,
                defaultValue: 30);

            migrationBuilder.AddColumn<long>(
                name: "InterestPercent",
                table: "Shops",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<int>(
                name: "Kind",
                table: "Adjustments",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<DateOnly>(
                name: "Through",
                table: "Adjustments",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "InterestAfterDays",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "InterestPercent",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "Kind",
                table: "Adjustments");

            migrationBuilder.DropColumn(
                name: "Through",
                table: "Adjustments");
        }
    }
}
