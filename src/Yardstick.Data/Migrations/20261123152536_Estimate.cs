using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Estimate : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Brand",
                table: "Parts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Condition",
                table: "Parts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "CostAt",
                table: "Parts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Equivalents",
                table: "Parts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "Everyday",
                table: "Parts",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Unit",
                table: "Parts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "WithdrawnAt",
                table: "Parts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "LaborRate",
                table: "Orders",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Along",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Beside",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Branch",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Brand",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "CannedLineId",
                table: "Lines",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Condition",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Contains",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "FactKey",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "GenericQuantity",
                table: "Lines",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "GuideHours",
                table: "Lines",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "KeepsTime",
                table: "Lines",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "MakersNumber",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "NoteForCustomer",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "NoteInside",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "OfferedFor",
                table: "Lines",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Operation",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Origin",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "OverrideById",
                table: "Lines",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "OverrideReason",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "PartType",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "PerCount",
                table: "Lines",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Quality",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Skill",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "SupplierCode",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "TechnicianId",
                table: "Lines",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Unit",
                table: "Lines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "CannedVersion",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Checklist",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "Count",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 10000L);

            migrationBuilder.AddColumn<string>(
                name: "CountUnit",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "CustomerText",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "LaborRate",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "OriginText",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Category",
                table: "CannedLines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "FactKey",
                table: "CannedLines",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "FollowsFact",
                table: "CannedLines",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "IsAddition",
                table: "CannedLines",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "PerCount",
                table: "CannedLines",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "UnitCost",
                table: "CannedLines",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<string>(
                name: "Checklist",
                table: "CannedJobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "Count",
                table: "CannedJobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 10000L);

            migrationBuilder.AddColumn<string>(
                name: "CountUnit",
                table: "CannedJobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "CustomerText",
                table: "CannedJobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Discount",
                table: "CannedJobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "DiscountOn",
                table: "CannedJobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<bool>(
                name: "Favorite",
                table: "CannedJobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "CannedJobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Version",
                table: "CannedJobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.CreateTable(
                name: "CannedAlternatives",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: false),
                    OtherId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CannedAlternatives", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CannedAlternatives_CannedJobs_CannedJobId",
                        column: x => x.CannedJobId,
                        principalTable: "CannedJobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CannedSets",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    JobIds = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CannedSets", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Discounts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: true),
                    LineId = table.Column<long>(type: "INTEGER", nullable: true),
                    On = table.Column<int>(type: "INTEGER", nullable: false),
                    Percent = table.Column<long>(type: "INTEGER", nullable: true),
                    Amount = table.Column<long>(type: "INTEGER", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Discounts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Discounts_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Fees",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Label = table.Column<string>(type: "TEXT", nullable: false),
                    Amount = table.Column<long>(type: "INTEGER", nullable: false),
                    CostEach = table.Column<long>(type: "INTEGER", nullable: false),
                    PassThrough = table.Column<bool>(type: "INTEGER", nullable: false),
                    Taxable = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Fees", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "OwnOperations",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    System = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    Skill = table.Column<string>(type: "TEXT", nullable: false),
                    Hours = table.Column<long>(type: "INTEGER", nullable: false),
                    Make = table.Column<string>(type: "TEXT", nullable: false),
                    Model = table.Column<string>(type: "TEXT", nullable: false),
                    Contains = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OwnOperations", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PartCompanions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PartId = table.Column<long>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Label = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    AmountPerUnit = table.Column<long>(type: "INTEGER", nullable: false),
                    HoursPerUnit = table.Column<long>(type: "INTEGER", nullable: false),
                    CostPerUnit = table.Column<long>(type: "INTEGER", nullable: false),
                    Taxable = table.Column<bool>(type: "INTEGER", nullable: false),
                    PassThrough = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PartCompanions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PartCompanions_Parts_PartId",
                        column: x => x.PartId,
                        principalTable: "Parts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "VehicleAnswers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: false),
                    Question = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    Answer = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_VehicleAnswers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_VehicleAnswers_Vehicles_VehicleId",
                        column: x => x.VehicleId,
                        principalTable: "Vehicles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_CannedAlternatives_CannedJobId",
                table: "CannedAlternatives",
                column: "CannedJobId");

            migrationBuilder.CreateIndex(
                name: "IX_Discounts_OrderId",
                table: "Discounts",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Fees_Code",
                table: "Fees",
                column: "Code",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_OwnOperations_Code",
                table: "OwnOperations",
                column: "Code",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_PartCompanions_PartId",
                table: "PartCompanions",
                column: "PartId");

            migrationBuilder.CreateIndex(
                name: "IX_VehicleAnswers_VehicleId_Question",
                table: "VehicleAnswers",
                columns: new[] { "VehicleId", "Question" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "CannedAlternatives");

            migrationBuilder.DropTable(
                name: "CannedSets");

            migrationBuilder.DropTable(
                name: "Discounts");

            migrationBuilder.DropTable(
                name: "Fees");

            migrationBuilder.DropTable(
                name: "OwnOperations");

            migrationBuilder.DropTable(
                name: "PartCompanions");

            migrationBuilder.DropTable(
                name: "VehicleAnswers");

            migrationBuilder.DropColumn(
                name: "Brand",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "Condition",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "CostAt",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "Equivalents",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "Everyday",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "Unit",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "WithdrawnAt",
                table: "Parts");

            migrationBuilder.DropColumn(
                name: "LaborRate",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "Along",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Beside",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Branch",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Brand",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "CannedLineId",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Condition",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Contains",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "FactKey",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "GenericQuantity",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "GuideHours",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "KeepsTime",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "MakersNumber",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "NoteForCustomer",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "NoteInside",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "OfferedFor",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Operation",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Origin",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "OverrideById",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "OverrideReason",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "PartType",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "PerCount",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Quality",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Skill",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "SupplierCode",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "TechnicianId",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "Unit",
                table: "Lines");

            migrationBuilder.DropColumn(
                name: "CannedVersion",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Checklist",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Count",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "CountUnit",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "CustomerText",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "LaborRate",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "OriginText",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Category",
                table: "CannedLines");

            migrationBuilder.DropColumn(
                name: "FactKey",
                table: "CannedLines");

            migrationBuilder.DropColumn(
                name: "FollowsFact",
                table: "CannedLines");

            migrationBuilder.DropColumn(
                name: "IsAddition",
                table: "CannedLines");

            migrationBuilder.DropColumn(
                name: "PerCount",
                table: "CannedLines");

            migrationBuilder.DropColumn(
                name: "UnitCost",
                table: "CannedLines");

            migrationBuilder.DropColumn(
                name: "Checklist",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "Count",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "CountUnit",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "CustomerText",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "Discount",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "DiscountOn",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "Favorite",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "CannedJobs");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "CannedJobs");
        }
    }
}
