using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class CoresAndViews : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "ToldAt",
                table: "TimeEntries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "CoresBrought",
                table: "Lines",
                type: "INTEGER",
                nullable: true,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "CoresCredited",
                table: "Lines",
                type: "INTEGER",
                nullable: true,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "CoresGivenUp",
                table: "Lines",
                type: "INTEGER",
                nullable: true,
                defaultValue: 0L);

            migrationBuilder.AddColumn<bool>(
                name: "IsCore",
                table: "CreditedPicks",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<DateTime>(
                name: "ToldAt",
                table: "Attendances",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "GivenUpCores",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: false),
                    LineId = table.Column<long>(type: "INTEGER", nullable: false),
                    Cores = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_GivenUpCores", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "SavedViews",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    List = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    ForAll = table.Column<bool>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SavedViews", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_GivenUpCores_InvoiceId",
                table: "GivenUpCores",
                column: "InvoiceId");

            migrationBuilder.CreateIndex(
                name: "IX_GivenUpCores_LineId",
                table: "GivenUpCores",
                column: "LineId");

            migrationBuilder.CreateIndex(
                name: "IX_SavedViews_List",
                table: "SavedViews",
                column: "List");

            SearchAndTriggers.HoldAppendOnly(migrationBuilder, "GivenUpCores");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "GivenUpCores");

            migrationBuilder.DropTable(
                name: "SavedViews");

            migrationBuilder.DropColumn(
                name: "ToldAt",
                table: "TimeEntries");

            migrationBuilder.DropColumn(
                name: "CoresBrought",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "CoresCredited",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "CoresGivenUp",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "IsCore",
                table: "CreditedPicks");

            migrationBuilder.DropColumn(
                name: "ToldAt",
                table: "Attendances");
        }
    }
}
