using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class SoundAgain : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Locked",
                table: "Terminals");

            migrationBuilder.DropColumn(
                name: "Misses",
                table: "Terminals");

            migrationBuilder.AddColumn<DateTime>(
                name: "WithdrawnAt",
                table: "Terminals",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "CancelReason",
                table: "PurchaseOrderLines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "CancelledAt",
                table: "PurchaseOrderLines",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "EndReason",
                table: "Orders",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "EndedAt",
                table: "Orders",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "EndedById",
                table: "Orders",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Ending",
                table: "Orders",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Leaving",
                table: "OdometerReadings",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "OrderId",
                table: "OdometerReadings",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Address",
                table: "Notices",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "SealedToken",
                table: "Messages",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Asked",
                table: "Commands",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "HandedOverAt",
                table: "CardCharges",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "PinMisses",
                table: "AspNetUsers",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "Sessions",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    Role = table.Column<int>(type: "INTEGER", nullable: false),
                    Stamp = table.Column<string>(type: "TEXT", nullable: false),
                    Method = table.Column<string>(type: "TEXT", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: false),
                    StartedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EndsAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EndedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sessions", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Sessions_StaffId",
                table: "Sessions",
                column: "StaffId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Sessions");

            migrationBuilder.DropColumn(
                name: "WithdrawnAt",
                table: "Terminals");

            migrationBuilder.DropColumn(
                name: "CancelReason",
                table: "PurchaseOrderLines");

            migrationBuilder.DropColumn(
                name: "CancelledAt",
                table: "PurchaseOrderLines");

            migrationBuilder.DropColumn(
                name: "EndReason",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "EndedAt",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "EndedById",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "Ending",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "Leaving",
                table: "OdometerReadings");

            migrationBuilder.DropColumn(
                name: "OrderId",
                table: "OdometerReadings");

            migrationBuilder.DropColumn(
                name: "Address",
                table: "Notices");

            migrationBuilder.DropColumn(
                name: "SealedToken",
                table: "Messages");

            migrationBuilder.DropColumn(
                name: "Asked",
                table: "Commands");

            migrationBuilder.DropColumn(
                name: "HandedOverAt",
                table: "CardCharges");

            migrationBuilder.DropColumn(
                name: "PinMisses",
                table: "AspNetUsers");

            migrationBuilder.AddColumn<bool>(
                name: "Locked",
                table: "Terminals",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "Misses",
                table: "Terminals",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);
        }
    }
}
