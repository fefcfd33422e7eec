using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class WarrantyVisits : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "WarrantyVisitDays",
                table: "Shops",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<long>(
                name: "OrderId",
                table: "OutsideRequests",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<DateOnly>(
                name: "WarrantyEndsOn",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            // Of invoices from before: by their months alone.
            migrationBuilder.Sql(
                """
                UPDATE "Jobs" SET "WarrantyEndsOn" = (
                    SELECT date(o."PostedAt", '+' || CAST("Jobs"."Warranty" AS INTEGER) || ' months')
                    FROM "Orders" o WHERE o."Id" = "Jobs"."OrderId" AND o."PostedAt" IS NOT NULL
                ) WHERE "Warranty" LIKE '%month%';
                """
            );

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_WarrantyEndsOn",
                table: "Jobs",
                column: "WarrantyEndsOn",
                filter: "\"WarrantyEndsOn\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Jobs_WarrantyEndsOn",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "WarrantyVisitDays",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "OrderId",
                table: "OutsideRequests");

            migrationBuilder.DropColumn(
                name: "WarrantyEndsOn",
                table: "Jobs");
        }
    }
}
