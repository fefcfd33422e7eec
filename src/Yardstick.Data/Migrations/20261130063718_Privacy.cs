using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Privacy : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "ErasedAt",
                table: "Customers",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "CustomerLooks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    What = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CustomerLooks", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Erasures",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Request = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Counts = table.Column<string>(type: "TEXT", nullable: false),
                    KeptUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    CompletedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    FilesLeft = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Erasures", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RetentionPlans",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    InvoiceYears = table.Column<int>(type: "INTEGER", nullable: false),
                    MessageMonths = table.Column<int>(type: "INTEGER", nullable: true),
                    RequestMonths = table.Column<int>(type: "INTEGER", nullable: true),
                    LookMonths = table.Column<int>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RetentionPlans", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_CustomerLooks_At",
                table: "CustomerLooks",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerLooks_CustomerId_At",
                table: "CustomerLooks",
                columns: new[] { "CustomerId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_Erasures_CompletedAt",
                table: "Erasures",
                column: "CompletedAt");

            // Rows of tables that are only added to may be changed while a row stands here: within the change that erases a customer.
            migrationBuilder.Sql("CREATE TABLE Erasing (Id INTEGER NOT NULL PRIMARY KEY);");
            foreach (var table in MayBeErased)
                foreach (var act in new[] { "update", "delete" })
                {
                    migrationBuilder.Sql($"DROP TRIGGER {table}_no_{act};");
                    migrationBuilder.Sql($"CREATE TRIGGER {table}_no_{act} BEFORE {act.ToUpperInvariant()} ON {table} WHEN NOT EXISTS (SELECT 1 FROM Erasing) BEGIN SELECT RAISE(ABORT, '{table} can only be added to'); END;");
                }
        }

        private static readonly string[] MayBeErased =
        [
            "CheckInSheets", "Decisions", "Invoices", "MessagingConsents", "OrderChanges", "Payments", "RecordChanges", "StoredSnapshots",
        ];
    }
}
