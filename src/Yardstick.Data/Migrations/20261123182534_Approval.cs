using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Approval : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "DeclineReasons",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "EstimateDays",
                table: "Shops",
                type: "INTEGER",
                nullable: false,
                defaultValue: 30);

            migrationBuilder.AddColumn<string>(
                name: "PublicAddress",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<TimeOnly>(
                name: "QuietFrom",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: new TimeOnly(20, 0, 0));

            migrationBuilder.AddColumn<TimeOnly>(
                name: "QuietUntil",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: new TimeOnly(8, 0, 0));

            migrationBuilder.AddColumn<string>(
                name: "UnsafeTerms",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: "I was told that my car is not safe to drive without this work. I decline it knowingly.");

            migrationBuilder.AddColumn<string>(
                name: "SourceBefore",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "AnotherVisitOrderId",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "CreditAmount",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "CreditPercent",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsUnsafe",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "LinesOpen",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "Payer",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "PayerName",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "CustomerText",
                table: "Findings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "KeptInsideAt",
                table: "Findings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "ReleasedAt",
                table: "Findings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "ReleasedById",
                table: "Findings",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "Fees",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Acknowledged",
                table: "Decisions",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "LeftOut",
                table: "Decisions",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "ShownId",
                table: "Decisions",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "SignatureHash",
                table: "Decisions",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Credit",
                table: "CannedJobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "LinesOpen",
                table: "CannedJobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateTable(
                name: "CeilingExceptions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    UpTo_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CeilingExceptions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CeilingExceptions_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Messages",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    Channel = table.Column<int>(type: "INTEGER", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    NotBefore = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SentAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    ById = table.Column<long>(type: "INTEGER", nullable: true),
                    Trouble = table.Column<string>(type: "TEXT", nullable: false),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Tries = table.Column<int>(type: "INTEGER", nullable: false),
                    AttachmentHash = table.Column<string>(type: "TEXT", nullable: false),
                    AttachmentName = table.Column<string>(type: "TEXT", nullable: false),
                    SeenAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Messages", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "MessageTemplates",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Channel = table.Column<int>(type: "INTEGER", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    Use = table.Column<string>(type: "TEXT", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MessageTemplates", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Notices",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    SeenById = table.Column<long>(type: "INTEGER", nullable: true),
                    SeenAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Notices", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "ShownCopies",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ShownCopies", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ShownCopies_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "WritingWishes",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Refused = table.Column<bool>(type: "INTEGER", nullable: false),
                    How = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_WritingWishes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "ApprovalLinks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    ShownId = table.Column<long>(type: "INTEGER", nullable: false),
                    OfferHash = table.Column<string>(type: "TEXT", nullable: false),
                    SentAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SentById = table.Column<long>(type: "INTEGER", nullable: false),
                    ExpiresAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    OpenedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Opened = table.Column<int>(type: "INTEGER", nullable: false),
                    AnsweredAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ApprovalLinks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ApprovalLinks_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_ApprovalLinks_ShownCopies_ShownId",
                        column: x => x.ShownId,
                        principalTable: "ShownCopies",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_ApprovalLinks_OrderId",
                table: "ApprovalLinks",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ApprovalLinks_ShownId",
                table: "ApprovalLinks",
                column: "ShownId");

            migrationBuilder.CreateIndex(
                name: "IX_ApprovalLinks_TokenHash",
                table: "ApprovalLinks",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_CeilingExceptions_OrderId",
                table: "CeilingExceptions",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Messages_Address",
                table: "Messages",
                column: "Address");

            migrationBuilder.CreateIndex(
                name: "IX_Messages_CustomerId",
                table: "Messages",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Messages_Key",
                table: "Messages",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Messages_OrderId",
                table: "Messages",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Messages_State_NotBefore",
                table: "Messages",
                columns: new[] { "State", "NotBefore" });

            migrationBuilder.CreateIndex(
                name: "IX_MessageTemplates_RemovedAt",
                table: "MessageTemplates",
                column: "RemovedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Notices_SeenAt",
                table: "Notices",
                column: "SeenAt");

            migrationBuilder.CreateIndex(
                name: "IX_ShownCopies_OrderId",
                table: "ShownCopies",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_WritingWishes_Address_Id",
                table: "WritingWishes",
                columns: new[] { "Address", "Id" });

            foreach (var table in new[] { "ShownCopies", "CeilingExceptions", "WritingWishes" }) SearchAndTriggers.HoldAppendOnly(migrationBuilder, table);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "ApprovalLinks");

            migrationBuilder.DropTable(
                name: "CeilingExceptions");

            migrationBuilder.DropTable(
                name: "Messages");

            migrationBuilder.DropTable(
                name: "MessageTemplates");

            migrationBuilder.DropTable(
                name: "Notices");

            migrationBuilder.DropTable(
                name: "WritingWishes");

            migrationBuilder.DropTable(
                name: "ShownCopies");

            migrationBuilder.DropColumn(
                name: "DeclineReasons",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "EstimateDays",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "PublicAddress",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "QuietFrom",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "QuietUntil",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "UnsafeTerms",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "SourceBefore",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "AnotherVisitOrderId",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "CreditAmount",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "CreditPercent",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "IsUnsafe",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "LinesOpen",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Payer",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "PayerName",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "CustomerText",
                table: "Findings");

            migrationBuilder.DropColumn(
                name: "KeptInsideAt",
                table: "Findings");

            migrationBuilder.DropColumn(
                name: "ReleasedAt",
                table: "Findings");

            migrationBuilder.DropColumn(
                name: "ReleasedById",
                table: "Findings");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "Fees");

            migrationBuilder.DropColumn(
                name: "Acknowledged",
                table: "Decisions");

            migrationBuilder.DropColumn(
                name: "LeftOut",
                table: "Decisions");

            migrationBuilder.DropColumn(
                name: "ShownId",
                table: "Decisions");

            migrationBuilder.DropColumn(
                name: "SignatureHash",
                table: "Decisions");

            migrationBuilder.DropColumn(
                name: "Credit",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "LinesOpen",
                table: "CannedJobs");
        }
    }
}
