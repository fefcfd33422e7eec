using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Releases : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "OfferHash",
                table: "ApprovalLinks");

            migrationBuilder.AddColumn<string>(
                name: "LogoHash",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "NoteRelease",
                table: "Lines",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "CreditFor",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Release",
                table: "Files",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "FoundRelease",
                table: "Concerns",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            // Customers were shown these already.
            migrationBuilder.Sql("UPDATE Lines SET NoteRelease = 1 WHERE NoteForCustomer <> '';");
            migrationBuilder.Sql("UPDATE Concerns SET FoundRelease = 1 WHERE Found <> '';");

            migrationBuilder.CreateTable(
                name: "DocumentLinks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    FileHash = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    MessageId = table.Column<long>(type: "INTEGER", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    SentAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SentById = table.Column<long>(type: "INTEGER", nullable: false),
                    ExpiresAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    OpenedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Opened = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DocumentLinks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_DocumentLinks_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_DocumentLinks_MessageId",
                table: "DocumentLinks",
                column: "MessageId");

            migrationBuilder.CreateIndex(
                name: "IX_DocumentLinks_OrderId",
                table: "DocumentLinks",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_DocumentLinks_TokenHash",
                table: "DocumentLinks",
                column: "TokenHash",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "DocumentLinks");

            migrationBuilder.DropColumn(
                name: "LogoHash",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "NoteRelease",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "CreditFor",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Release",
                table: "Files");

            migrationBuilder.DropColumn(
                name: "FoundRelease",
                table: "Concerns");

            migrationBuilder.AddColumn<string>(
                name: "OfferHash",
                table: "ApprovalLinks",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }
    }
}
