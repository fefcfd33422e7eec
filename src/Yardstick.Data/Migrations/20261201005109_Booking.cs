using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Booking : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "PayerId",
                table: "Suppliers",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Signature",
                table: "Staff",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "PageColor",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "PhotoHash",
                table: "OutsideRequests",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "PhoneCodes",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    CodeHash = table.Column<string>(type: "TEXT", nullable: false),
                    Tries = table.Column<int>(type: "INTEGER", nullable: false),
                    KnownHash = table.Column<string>(type: "TEXT", nullable: false),
                    KnownAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PhoneCodes", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Suppliers_PayerId",
                table: "Suppliers",
                column: "PayerId");

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_AppointmentId",
                table: "OutsideRequests",
                column: "AppointmentId");

            migrationBuilder.CreateIndex(
                name: "IX_PhoneCodes_At",
                table: "PhoneCodes",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_PhoneCodes_KnownHash",
                table: "PhoneCodes",
                column: "KnownHash",
                filter: "\"KnownHash\" <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_PhoneCodes_Phone_At",
                table: "PhoneCodes",
                columns: new[] { "Phone", "At" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "PhoneCodes");

            migrationBuilder.DropIndex(
                name: "IX_Suppliers_PayerId",
                table: "Suppliers");

            migrationBuilder.DropIndex(
                name: "IX_OutsideRequests_AppointmentId",
                table: "OutsideRequests");

            migrationBuilder.DropColumn(
                name: "PayerId",
                table: "Suppliers");

            migrationBuilder.DropColumn(
                name: "Signature",
                table: "Staff");

            migrationBuilder.DropColumn(
                name: "PageColor",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "PhotoHash",
                table: "OutsideRequests");
        }
    }
}
