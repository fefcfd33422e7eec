using Yardstick.Data.Customers;
﻿using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class RemindersFilesImports : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "CheckInTerms",
                table: "Shops",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "ArrivesAt",
                table: "Orders",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "CarAt",
                table: "Orders",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "ContactId",
                table: "Orders",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "First",
                table: "Orders",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "KeysAt",
                table: "Orders",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "OldPartsBack",
                table: "Orders",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "SiteId",
                table: "Orders",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "WashingWanted",
                table: "Orders",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "FormerKey",
                table: "Customers",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "CheckInSheets",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    SignedBy = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    DocumentJson = table.Column<string>(type: "TEXT", nullable: false),
                    FileHash = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CheckInSheets", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CheckInSheets_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "ExtraFields",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Type = table.Column<int>(type: "INTEGER", nullable: false),
                    Choices = table.Column<string>(type: "TEXT", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ExtraFields", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Files",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    TargetId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    ContentType = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Size = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Files", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "FormerOrders",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    On = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Odometer = table.Column<int>(type: "INTEGER", nullable: true),
                    DocumentJson = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    ImportId = table.Column<long>(type: "INTEGER", nullable: false),
                    Total_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FormerOrders", x => x.Id);
                    table.ForeignKey(
                        name: "FK_FormerOrders_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_FormerOrders_Vehicles_VehicleId",
                        column: x => x.VehicleId,
                        principalTable: "Vehicles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "ImportedRecords",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ImportId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecordId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ImportedRecords", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "ImportRuns",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    FileName = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    MappingJson = table.Column<string>(type: "TEXT", nullable: false),
                    Rows = table.Column<int>(type: "INTEGER", nullable: false),
                    RowsDone = table.Column<int>(type: "INTEGER", nullable: false),
                    Made = table.Column<int>(type: "INTEGER", nullable: false),
                    OnFile = table.Column<int>(type: "INTEGER", nullable: false),
                    Bad = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Remark = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ImportRuns", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Labels",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Labels", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Phrases",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Use = table.Column<int>(type: "INTEGER", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    Uses = table.Column<int>(type: "INTEGER", nullable: false),
                    LastUsedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ForgottenAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Phrases", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Reminders",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    EveryMonths = table.Column<int>(type: "INTEGER", nullable: true),
                    EveryDistance = table.Column<int>(type: "INTEGER", nullable: true),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    StartsOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    StartsAtReading = table.Column<int>(type: "INTEGER", nullable: true),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Reminders", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Reminders_Vehicles_VehicleId",
                        column: x => x.VehicleId,
                        principalTable: "Vehicles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "ExtraValues",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    FieldId = table.Column<long>(type: "INTEGER", nullable: false),
                    TargetId = table.Column<long>(type: "INTEGER", nullable: false),
                    Value = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ExtraValues", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ExtraValues_ExtraFields_FieldId",
                        column: x => x.FieldId,
                        principalTable: "ExtraFields",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "LabelsOn",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    LabelId = table.Column<long>(type: "INTEGER", nullable: false),
                    TargetId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LabelsOn", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LabelsOn_Labels_LabelId",
                        column: x => x.LabelId,
                        principalTable: "Labels",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "ReminderDone",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ReminderId = table.Column<long>(type: "INTEGER", nullable: false),
                    On = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Reading = table.Column<int>(type: "INTEGER", nullable: true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    TakenBackAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ReminderDone", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ReminderDone_Reminders_ReminderId",
                        column: x => x.ReminderId,
                        principalTable: "Reminders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Vehicles_Make_Model",
                table: "Vehicles",
                columns: new[] { "Make", "Model" });

            migrationBuilder.CreateIndex(
                name: "IX_Customers_FormerKey",
                table: "Customers",
                column: "FormerKey");

            migrationBuilder.CreateIndex(
                name: "IX_CheckInSheets_OrderId",
                table: "CheckInSheets",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ExtraFields_Kind_Name",
                table: "ExtraFields",
                columns: new[] { "Kind", "Name" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_ExtraValues_FieldId",
                table: "ExtraValues",
                column: "FieldId");

            migrationBuilder.CreateIndex(
                name: "IX_ExtraValues_TargetId_FieldId",
                table: "ExtraValues",
                columns: new[] { "TargetId", "FieldId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Files_Kind_TargetId",
                table: "Files",
                columns: new[] { "Kind", "TargetId" });

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_CustomerId",
                table: "FormerOrders",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_Number",
                table: "FormerOrders",
                column: "Number");

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_VehicleId",
                table: "FormerOrders",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_ImportedRecords_ImportId_RecordId",
                table: "ImportedRecords",
                columns: new[] { "ImportId", "RecordId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Labels_Kind_Name",
                table: "Labels",
                columns: new[] { "Kind", "Name" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_LabelsOn_LabelId_TargetId",
                table: "LabelsOn",
                columns: new[] { "LabelId", "TargetId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Phrases_Use_Text",
                table: "Phrases",
                columns: new[] { "Use", "Text" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_ReminderDone_OrderId",
                table: "ReminderDone",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ReminderDone_ReminderId",
                table: "ReminderDone",
                column: "ReminderId");

            migrationBuilder.CreateIndex(
                name: "IX_Reminders_VehicleId",
                table: "Reminders",
                column: "VehicleId");
            SearchAndTriggers.HoldAppendOnly(migrationBuilder, "CheckInSheets");
            foreach (var statement in SearchIndex.CreateFormer) migrationBuilder.Sql(statement);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "CheckInSheets");

            migrationBuilder.DropTable(
                name: "ExtraValues");

            migrationBuilder.DropTable(
                name: "Files");

            migrationBuilder.DropTable(
                name: "FormerOrders");

            migrationBuilder.DropTable(
                name: "ImportedRecords");

            migrationBuilder.DropTable(
                name: "ImportRuns");

            migrationBuilder.DropTable(
                name: "LabelsOn");

            migrationBuilder.DropTable(
                name: "Phrases");

            migrationBuilder.DropTable(
                name: "ReminderDone");

            migrationBuilder.DropTable(
                name: "ExtraFields");

            migrationBuilder.DropTable(
                name: "Labels");

            migrationBuilder.DropTable(
                name: "Reminders");

            migrationBuilder.DropIndex(
                name: "IX_Vehicles_Make_Model",
                table: "Vehicles");

            migrationBuilder.DropIndex(
                name: "IX_Customers_FormerKey",
                table: "Customers");

            migrationBuilder.DropColumn(
                name: "CheckInTerms",
                table: "Shops");

            migrationBuilder.DropColumn(
                name: "ArrivesAt",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "CarAt",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "ContactId",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "First",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "KeysAt",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "OldPartsBack",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "SiteId",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "WashingWanted",
                table: "Orders");

            migrationBuilder.DropColumn(
                name: "FormerKey",
                table: "Customers");
        }
    }
}
