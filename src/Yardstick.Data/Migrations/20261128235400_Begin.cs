using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <inheritdoc />
    public partial class Begin : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Absences",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    From = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Until = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Absences", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "AccessTokens",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    Rights = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EndsAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    LastUsedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AccessTokens", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Adjustments",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Adjustments", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "AfterWork",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    BegunAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    ById = table.Column<long>(type: "INTEGER", nullable: true),
                    DoneAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    KeysBackAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AfterWork", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Appointments",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    Vehicle = table.Column<string>(type: "TEXT", nullable: false),
                    Start = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Minutes = table.Column<int>(type: "INTEGER", nullable: false),
                    HasOwnLength = table.Column<bool>(type: "INTEGER", nullable: false),
                    TechnicianId = table.Column<long>(type: "INTEGER", nullable: true),
                    BayId = table.Column<long>(type: "INTEGER", nullable: true),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    Transport = table.Column<int>(type: "INTEGER", nullable: false),
                    Source = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    MadeOrder = table.Column<bool>(type: "INTEGER", nullable: false),
                    RemindedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    MadeById = table.Column<long>(type: "INTEGER", nullable: false),
                    PlacedVersion = table.Column<int>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Appointments", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUsers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PinHash = table.Column<string>(type: "TEXT", nullable: true),
                    PinMisses = table.Column<int>(type: "INTEGER", nullable: false),
                    UserName = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    NormalizedUserName = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    Email = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    NormalizedEmail = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    EmailConfirmed = table.Column<bool>(type: "INTEGER", nullable: false),
                    PasswordHash = table.Column<string>(type: "TEXT", nullable: true),
                    SecurityStamp = table.Column<string>(type: "TEXT", nullable: true),
                    ConcurrencyStamp = table.Column<string>(type: "TEXT", nullable: true),
                    PhoneNumber = table.Column<string>(type: "TEXT", nullable: true),
                    PhoneNumberConfirmed = table.Column<bool>(type: "INTEGER", nullable: false),
                    TwoFactorEnabled = table.Column<bool>(type: "INTEGER", nullable: false),
                    LockoutEnd = table.Column<DateTimeOffset>(type: "TEXT", nullable: true),
                    LockoutEnabled = table.Column<bool>(type: "INTEGER", nullable: false),
                    AccessFailedCount = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUsers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Attendances",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    Start = table.Column<DateTime>(type: "TEXT", nullable: false),
                    End = table.Column<DateTime>(type: "TEXT", nullable: true),
                    EndsInBreak = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Attendances", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "BackupPlans",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<TimeOnly>(type: "TEXT", nullable: true),
                    Folder = table.Column<string>(type: "TEXT", nullable: false),
                    SecondFolder = table.Column<string>(type: "TEXT", nullable: false),
                    Daily = table.Column<int>(type: "INTEGER", nullable: false),
                    Weekly = table.Column<int>(type: "INTEGER", nullable: false),
                    Monthly = table.Column<int>(type: "INTEGER", nullable: false),
                    SealedPassphrase = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BackupPlans", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "BackupRecords",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Folder = table.Column<string>(type: "TEXT", nullable: false),
                    FileName = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Milliseconds = table.Column<long>(type: "INTEGER", nullable: false),
                    Problem = table.Column<string>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BackupRecords", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "BankTransfers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    From = table.Column<int>(type: "INTEGER", nullable: false),
                    Reference = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BankTransfers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Bays",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Equipment = table.Column<string>(type: "TEXT", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bays", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "BookingServices",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    Minutes = table.Column<int>(type: "INTEGER", nullable: false),
                    PriceFrom = table.Column<long>(type: "INTEGER", nullable: true),
                    Skill = table.Column<string>(type: "TEXT", nullable: false),
                    Equipment = table.Column<string>(type: "TEXT", nullable: false),
                    LeadHours = table.Column<int>(type: "INTEGER", nullable: false),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BookingServices", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "CalendarFeeds",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: true),
                    AppointmentId = table.Column<long>(type: "INTEGER", nullable: true),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    MadeById = table.Column<long>(type: "INTEGER", nullable: false),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CalendarFeeds", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "CannedJobs",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    System = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    FixedPrice = table.Column<long>(type: "INTEGER", nullable: true),
                    Skill = table.Column<string>(type: "TEXT", nullable: false),
                    CheckWanted = table.Column<bool>(type: "INTEGER", nullable: false),
                    Equipment = table.Column<string>(type: "TEXT", nullable: false),
                    CustomerText = table.Column<string>(type: "TEXT", nullable: false),
                    Checklist = table.Column<string>(type: "TEXT", nullable: false),
                    CountUnit = table.Column<string>(type: "TEXT", nullable: false),
                    Count = table.Column<long>(type: "INTEGER", nullable: false),
                    Discount = table.Column<string>(type: "TEXT", nullable: false),
                    DiscountOn = table.Column<int>(type: "INTEGER", nullable: false),
                    Credit = table.Column<string>(type: "TEXT", nullable: false),
                    LinesOpen = table.Column<bool>(type: "INTEGER", nullable: false),
                    Warranty = table.Column<string>(type: "TEXT", nullable: true),
                    InspectionTemplateId = table.Column<long>(type: "INTEGER", nullable: true),
                    Favorite = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CannedJobs", x => x.Id);
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
                name: "CardCharges",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    IdempotencyKey = table.Column<Guid>(type: "TEXT", nullable: false),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: true),
                    DepositId = table.Column<long>(type: "INTEGER", nullable: true),
                    RefundsId = table.Column<long>(type: "INTEGER", nullable: true),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Reference = table.Column<string>(type: "TEXT", nullable: false),
                    CardEnding = table.Column<string>(type: "TEXT", nullable: false),
                    Message = table.Column<string>(type: "TEXT", nullable: false),
                    OnPage = table.Column<bool>(type: "INTEGER", nullable: false),
                    PageUrl = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    HandedOverAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Tip_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CardCharges", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "CashCounts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Banked_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    ChecksBanked_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Counted_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Expected_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CashCounts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Commands",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Asked = table.Column<string>(type: "TEXT", nullable: false),
                    Status = table.Column<int>(type: "INTEGER", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Commands", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "ConnectedCars",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Vin = table.Column<string>(type: "TEXT", nullable: false),
                    Owner = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    Since = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EndedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    HeardAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    BatteryVolts = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ConnectedCars", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Counters",
                columns: table => new
                {
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Next = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Counters", x => x.Name);
                });

            migrationBuilder.CreateTable(
                name: "Customers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    IsBusiness = table.Column<bool>(type: "INTEGER", nullable: false),
                    FirstName = table.Column<string>(type: "TEXT", nullable: false),
                    LastName = table.Column<string>(type: "TEXT", nullable: false),
                    BusinessName = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Alert = table.Column<string>(type: "TEXT", nullable: false),
                    TaxExempt = table.Column<string>(type: "TEXT", nullable: false),
                    TaxCertificate = table.Column<string>(type: "TEXT", nullable: false),
                    TaxExemptUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    DoNotServe = table.Column<string>(type: "TEXT", nullable: false),
                    Notes = table.Column<string>(type: "TEXT", nullable: false),
                    CreditDays = table.Column<int>(type: "INTEGER", nullable: true),
                    CreditLimit = table.Column<long>(type: "INTEGER", nullable: true),
                    LaborRateName = table.Column<string>(type: "TEXT", nullable: false),
                    PartsDiscountPercent = table.Column<long>(type: "INTEGER", nullable: false),
                    Source = table.Column<string>(type: "TEXT", nullable: false),
                    FormerKey = table.Column<string>(type: "TEXT", nullable: false),
                    CreatedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    MergedIntoId = table.Column<long>(type: "INTEGER", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Customers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Deposits",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    Origin = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Deposits", x => x.Id);
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
                    Taxable = table.Column<bool>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Fees", x => x.Id);
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
                    Release = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Files", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Findings",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    Measured = table.Column<long>(type: "INTEGER", nullable: true),
                    Unit = table.Column<string>(type: "TEXT", nullable: false),
                    Rating = table.Column<int>(type: "INTEGER", nullable: false),
                    PhotoHash = table.Column<string>(type: "TEXT", nullable: true),
                    CustomerText = table.Column<string>(type: "TEXT", nullable: false),
                    ReleasedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    ReleasedById = table.Column<long>(type: "INTEGER", nullable: true),
                    KeptInsideAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    InspectionPointId = table.Column<long>(type: "INTEGER", nullable: true),
                    Group = table.Column<string>(type: "TEXT", nullable: false),
                    Limits_Watch = table.Column<long>(type: "INTEGER", nullable: true),
                    Limits_Due = table.Column<long>(type: "INTEGER", nullable: true),
                    Limits_Unsafe = table.Column<long>(type: "INTEGER", nullable: true),
                    Limits_HighIsWorse = table.Column<bool>(type: "INTEGER", nullable: true),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    CountEach = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: true),
                    LastsTo = table.Column<int>(type: "INTEGER", nullable: true),
                    LastsUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Findings", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "FollowUpActs",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    SourceId = table.Column<long>(type: "INTEGER", nullable: false),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    What = table.Column<int>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    Until = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    MessageId = table.Column<long>(type: "INTEGER", nullable: true),
                    LinkKey = table.Column<string>(type: "TEXT", nullable: false),
                    OpenedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    TakenBackAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FollowUpActs", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Handovers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    FromId = table.Column<long>(type: "INTEGER", nullable: false),
                    ToId = table.Column<long>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    StageId = table.Column<long>(type: "INTEGER", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    WithdrawnById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Handovers", x => x.Id);
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
                    Mapping = table.Column<string>(type: "TEXT", nullable: false),
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
                name: "Inspections",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    InspectionTemplateId = table.Column<long>(type: "INTEGER", nullable: true),
                    TemplateVersion = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    IsChecklist = table.Column<bool>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: true),
                    Odometer = table.Column<int>(type: "INTEGER", nullable: true),
                    BegunAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    TechnicianId = table.Column<long>(type: "INTEGER", nullable: true),
                    FinishedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    FinishedById = table.Column<long>(type: "INTEGER", nullable: true),
                    ReadAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    ReadById = table.Column<long>(type: "INTEGER", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Inspections", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "InspectionTemplates",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    IsChecklist = table.Column<bool>(type: "INTEGER", nullable: false),
                    OnArrival = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_InspectionTemplates", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Invitations",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    MadeById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndsAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    UsedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Invitations", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Invoices",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Payer = table.Column<int>(type: "INTEGER", nullable: false),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    PostedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    PostedById = table.Column<long>(type: "INTEGER", nullable: false),
                    DueOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    PolicyVersionId = table.Column<long>(type: "INTEGER", nullable: false),
                    CaseJson = table.Column<string>(type: "TEXT", nullable: false),
                    DocumentJson = table.Column<string>(type: "TEXT", nullable: false),
                    CorrectsId = table.Column<long>(type: "INTEGER", nullable: true),
                    CreditsAll = table.Column<bool>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    AmountDue_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Deductible_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Profit_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Hours = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Core_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Fees_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Labor_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Parts_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_PartsCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Sublet_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_SubletCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sums_Supplies_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Tax_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Total_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Invoices", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Journal",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Event = table.Column<int>(type: "INTEGER", nullable: false),
                    DocumentId = table.Column<long>(type: "INTEGER", nullable: true),
                    Text = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Journal", x => x.Id);
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
                name: "LedgerNames",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Account = table.Column<int>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LedgerNames", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "MeasureAims",
                columns: table => new
                {
                    Measure = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MeasureAims", x => x.Measure);
                });

            migrationBuilder.CreateTable(
                name: "Merges",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    KeptId = table.Column<long>(type: "INTEGER", nullable: false),
                    GoneId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    MovedJson = table.Column<string>(type: "TEXT", nullable: false),
                    UndoneAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Merges", x => x.Id);
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
                    SealedToken = table.Column<string>(type: "TEXT", nullable: false),
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
                name: "MessagingConsents",
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
                    table.PrimaryKey("PK_MessagingConsents", x => x.Id);
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
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    SeenById = table.Column<long>(type: "INTEGER", nullable: true),
                    SeenAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Notices", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "OutsideRequests",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    AgainAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Times = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    Email = table.Column<string>(type: "TEXT", nullable: false),
                    Plate = table.Column<string>(type: "TEXT", nullable: false),
                    Vin = table.Column<string>(type: "TEXT", nullable: false),
                    Vehicle = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    ServiceIds = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: false),
                    Latitude = table.Column<long>(type: "INTEGER", nullable: true),
                    Longitude = table.Column<long>(type: "INTEGER", nullable: true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    MatchedBy = table.Column<string>(type: "TEXT", nullable: false),
                    AppointmentId = table.Column<long>(type: "INTEGER", nullable: true),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    AssignedToId = table.Column<long>(type: "INTEGER", nullable: true),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    HandledAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    HandledById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OutsideRequests", x => x.Id);
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
                name: "PartRequests",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: true),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    PhotoHash = table.Column<string>(type: "TEXT", nullable: true),
                    AskedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    AnsweredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    AnsweredById = table.Column<long>(type: "INTEGER", nullable: true),
                    LineId = table.Column<long>(type: "INTEGER", nullable: true),
                    Answer = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PartRequests", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PartReturns",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    Way = table.Column<int>(type: "INTEGER", nullable: false),
                    IdempotencyKey = table.Column<Guid>(type: "TEXT", nullable: false),
                    Trouble = table.Column<string>(type: "TEXT", nullable: false),
                    SaidNo = table.Column<bool>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Authorization = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    Credited = table.Column<long>(type: "INTEGER", nullable: true),
                    Answer = table.Column<string>(type: "TEXT", nullable: false),
                    CreatedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    SentAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    ClosedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PartReturns", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Parts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Category = table.Column<string>(type: "TEXT", nullable: false),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: false),
                    AverageCost = table.Column<long>(type: "INTEGER", nullable: false),
                    ListPrice = table.Column<long>(type: "INTEGER", nullable: true),
                    CoreEach = table.Column<long>(type: "INTEGER", nullable: false),
                    OnHand = table.Column<long>(type: "INTEGER", nullable: false),
                    Reserved = table.Column<long>(type: "INTEGER", nullable: false),
                    LowestLevel = table.Column<long>(type: "INTEGER", nullable: false),
                    FillLevel = table.Column<long>(type: "INTEGER", nullable: false),
                    PackSize = table.Column<long>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Bin = table.Column<string>(type: "TEXT", nullable: false),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: true),
                    Unit = table.Column<string>(type: "TEXT", nullable: false),
                    Brand = table.Column<string>(type: "TEXT", nullable: false),
                    Condition = table.Column<string>(type: "TEXT", nullable: false),
                    Rating = table.Column<string>(type: "TEXT", nullable: true),
                    DateCode = table.Column<string>(type: "TEXT", nullable: false),
                    Equivalents = table.Column<string>(type: "TEXT", nullable: false),
                    Everyday = table.Column<bool>(type: "INTEGER", nullable: false),
                    CostAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Parts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Payments",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: true),
                    DepositId = table.Column<long>(type: "INTEGER", nullable: true),
                    Method = table.Column<int>(type: "INTEGER", nullable: false),
                    CheckNumber = table.Column<string>(type: "TEXT", nullable: false),
                    CardChargeId = table.Column<long>(type: "INTEGER", nullable: true),
                    RefundsId = table.Column<long>(type: "INTEGER", nullable: true),
                    Together = table.Column<Guid>(type: "TEXT", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Change_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Tendered_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Tip_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Payments", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Photos",
                columns: table => new
                {
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Size = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Photos", x => x.Hash);
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
                name: "PlannedWork",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<long>(type: "INTEGER", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    TechnicianId = table.Column<long>(type: "INTEGER", nullable: true),
                    BayId = table.Column<long>(type: "INTEGER", nullable: true),
                    IsFixed = table.Column<bool>(type: "INTEGER", nullable: false),
                    Start = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PlannedWork", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PolicyDrafts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    FormJson = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    ChangedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ChangedById = table.Column<long>(type: "INTEGER", nullable: false),
                    ClientId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PolicyDrafts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PolicyVersions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    InForceAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PolicyVersions", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PurchaseOrders",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    IdempotencyKey = table.Column<Guid>(type: "TEXT", nullable: false),
                    SupplierReference = table.Column<string>(type: "TEXT", nullable: false),
                    ExpectedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Trouble = table.Column<string>(type: "TEXT", nullable: false),
                    CreatedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Way = table.Column<int>(type: "INTEGER", nullable: false),
                    BranchId = table.Column<long>(type: "INTEGER", nullable: true),
                    Message = table.Column<string>(type: "TEXT", nullable: false),
                    Delivery = table.Column<string>(type: "TEXT", nullable: false),
                    PaidInCash = table.Column<bool>(type: "INTEGER", nullable: false),
                    CancelAnswer = table.Column<string>(type: "TEXT", nullable: false),
                    CancelAskedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    MessageId = table.Column<long>(type: "INTEGER", nullable: true),
                    Tries = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PurchaseOrders", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Receipts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PurchaseOrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    SlipNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Against = table.Column<string>(type: "TEXT", nullable: false),
                    PaidInCash = table.Column<bool>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Receipts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RecordChanges",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Target = table.Column<string>(type: "TEXT", nullable: false),
                    TargetId = table.Column<long>(type: "INTEGER", nullable: false),
                    Field = table.Column<string>(type: "TEXT", nullable: false),
                    Old = table.Column<string>(type: "TEXT", nullable: false),
                    New = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    ClientId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RecordChanges", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "ReminderSets",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Services = table.Column<string>(type: "TEXT", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ReminderSets", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Remittances",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Account = table.Column<int>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Through = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Reference = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Remittances", x => x.Id);
                });

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

            migrationBuilder.CreateTable(
                name: "Shops",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    Email = table.Column<string>(type: "TEXT", nullable: false),
                    TaxNumber = table.Column<string>(type: "TEXT", nullable: false),
                    LogoHash = table.Column<string>(type: "TEXT", nullable: false),
                    TimeZone = table.Column<string>(type: "TEXT", nullable: false),
                    Currency = table.Column<string>(type: "TEXT", nullable: false),
                    Country = table.Column<string>(type: "TEXT", nullable: false),
                    DistanceUnit = table.Column<int>(type: "INTEGER", nullable: false),
                    Hours = table.Column<string>(type: "TEXT", nullable: false),
                    ClosedDays = table.Column<string>(type: "TEXT", nullable: false),
                    PromiseStep = table.Column<int>(type: "INTEGER", nullable: false),
                    PromiseSlack = table.Column<int>(type: "INTEGER", nullable: false),
                    PromiseSlackMost = table.Column<int>(type: "INTEGER", nullable: false),
                    ChecksWork = table.Column<bool>(type: "INTEGER", nullable: false),
                    CheckMinutes = table.Column<int>(type: "INTEGER", nullable: false),
                    TakesTips = table.Column<bool>(type: "INTEGER", nullable: false),
                    PrintsLines = table.Column<bool>(type: "INTEGER", nullable: false),
                    PrintsPartNumbers = table.Column<bool>(type: "INTEGER", nullable: false),
                    PrintsLaborHours = table.Column<bool>(type: "INTEGER", nullable: false),
                    BooksLockedUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    TakesBookings = table.Column<bool>(type: "INTEGER", nullable: false),
                    BookingShare = table.Column<int>(type: "INTEGER", nullable: false),
                    BookingLeadHours = table.Column<int>(type: "INTEGER", nullable: false),
                    BookingDays = table.Column<int>(type: "INTEGER", nullable: false),
                    BookingStep = table.Column<int>(type: "INTEGER", nullable: false),
                    ConfirmsBookings = table.Column<bool>(type: "INTEGER", nullable: false),
                    BookingWords = table.Column<string>(type: "TEXT", nullable: false),
                    BookingSite = table.Column<string>(type: "TEXT", nullable: false),
                    DeclinedAfterDays = table.Column<int>(type: "INTEGER", nullable: false),
                    AskAgainDays = table.Column<int>(type: "INTEGER", nullable: false),
                    MostFollowUps = table.Column<int>(type: "INTEGER", nullable: false),
                    ThanksAfterDays = table.Column<int>(type: "INTEGER", nullable: false),
                    AwayMonths = table.Column<int>(type: "INTEGER", nullable: false),
                    WeekBegins = table.Column<int>(type: "INTEGER", nullable: false),
                    AutomaticFollowUps = table.Column<int>(type: "INTEGER", nullable: false),
                    RemindsOfAppointments = table.Column<bool>(type: "INTEGER", nullable: false),
                    SkippedSteps = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    PlateRegion = table.Column<string>(type: "TEXT", nullable: false),
                    DistancePerDay = table.Column<long>(type: "INTEGER", nullable: false),
                    Terms = table.Column<string>(type: "TEXT", nullable: false),
                    CheckInTerms = table.Column<string>(type: "TEXT", nullable: false),
                    UnsafeTerms = table.Column<string>(type: "TEXT", nullable: false),
                    DeclineReasons = table.Column<string>(type: "TEXT", nullable: false),
                    CustomerSources = table.Column<string>(type: "TEXT", nullable: false),
                    ProgressNotes = table.Column<string>(type: "TEXT", nullable: false),
                    EstimateDays = table.Column<int>(type: "INTEGER", nullable: false),
                    PublicAddress = table.Column<string>(type: "TEXT", nullable: false),
                    QuietFrom = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    QuietUntil = table.Column<TimeOnly>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Shops", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "SignIns",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: true),
                    Method = table.Column<string>(type: "TEXT", nullable: false),
                    Success = table.Column<bool>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SignIns", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Staff",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Role = table.Column<int>(type: "INTEGER", nullable: false),
                    Skills = table.Column<string>(type: "TEXT", nullable: false),
                    Pace = table.Column<long>(type: "INTEGER", nullable: false),
                    PayRate = table.Column<long>(type: "INTEGER", nullable: true),
                    Hours = table.Column<string>(type: "TEXT", nullable: true),
                    Active = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Staff", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "StaffRights",
                columns: table => new
                {
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    Permission = table.Column<int>(type: "INTEGER", nullable: false),
                    Allowed = table.Column<bool>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StaffRights", x => new { x.StaffId, x.Permission });
                });

            migrationBuilder.CreateTable(
                name: "Stages",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Meaning = table.Column<int>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Roles = table.Column<string>(type: "TEXT", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Stages", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "StockCounts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Bin = table.Column<string>(type: "TEXT", nullable: false),
                    StartedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    StartedById = table.Column<long>(type: "INTEGER", nullable: false),
                    PostedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    DroppedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StockCounts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "StockMovements",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PartId = table.Column<long>(type: "INTEGER", nullable: true),
                    LineId = table.Column<long>(type: "INTEGER", nullable: true),
                    Document = table.Column<int>(type: "INTEGER", nullable: false),
                    DocumentId = table.Column<long>(type: "INTEGER", nullable: true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: false),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: true),
                    ValueChange = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StockMovements", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "SubletWork",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    LineId = table.Column<long>(type: "INTEGER", nullable: false),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    SentAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SentById = table.Column<long>(type: "INTEGER", nullable: false),
                    ExpectedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    BackAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    CalledOffAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    SupplierBillId = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SubletWork", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "SupplierBills",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    BilledOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    DueOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    EnteredAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    PaidAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    PaidHow = table.Column<string>(type: "TEXT", nullable: false),
                    Disputed_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Freight_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Tax_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Total_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SupplierBills", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "SupplierCredits",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    DatedOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    PartReturnId = table.Column<long>(type: "INTEGER", nullable: true),
                    SupplierBillId = table.Column<long>(type: "INTEGER", nullable: true),
                    EnteredAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    UsedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    UsedHow = table.Column<string>(type: "TEXT", nullable: false),
                    Total_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SupplierCredits", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Suppliers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Way = table.Column<int>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    Email = table.Column<string>(type: "TEXT", nullable: false),
                    Contact = table.Column<string>(type: "TEXT", nullable: false),
                    AccountNumber = table.Column<string>(type: "TEXT", nullable: false),
                    DeliveryTimes = table.Column<string>(type: "TEXT", nullable: false),
                    CoreDays = table.Column<int>(type: "INTEGER", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Suppliers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "TerminalPeople",
                columns: table => new
                {
                    TerminalId = table.Column<long>(type: "INTEGER", nullable: false),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TerminalPeople", x => new { x.TerminalId, x.StaffId });
                });

            migrationBuilder.CreateTable(
                name: "Terminals",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    EnrolledAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EnrolledById = table.Column<long>(type: "INTEGER", nullable: false),
                    WithdrawnAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Terminals", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "TimeCorrections",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    TimeEntryId = table.Column<long>(type: "INTEGER", nullable: true),
                    AttendanceId = table.Column<long>(type: "INTEGER", nullable: true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    OldStart = table.Column<DateTime>(type: "TEXT", nullable: false),
                    OldEnd = table.Column<DateTime>(type: "TEXT", nullable: true),
                    NewStart = table.Column<DateTime>(type: "TEXT", nullable: false),
                    NewEnd = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TimeCorrections", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "TimeEntries",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StaffId = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Start = table.Column<DateTime>(type: "TEXT", nullable: false),
                    End = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TimeEntries", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "VehicleTransfers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: false),
                    FromCustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    ToCustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_VehicleTransfers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Webhooks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Events = table.Column<string>(type: "TEXT", nullable: false),
                    SealedSecret = table.Column<string>(type: "TEXT", nullable: false),
                    Active = table.Column<bool>(type: "INTEGER", nullable: false),
                    FailingSince = table.Column<DateTime>(type: "TEXT", nullable: true),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    MadeById = table.Column<long>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Webhooks", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "AppointmentMoves",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    AppointmentId = table.Column<long>(type: "INTEGER", nullable: false),
                    From = table.Column<DateTime>(type: "TEXT", nullable: false),
                    To = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AppointmentMoves", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AppointmentMoves_Appointments_AppointmentId",
                        column: x => x.AppointmentId,
                        principalTable: "Appointments",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AppointmentService",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    AppointmentId = table.Column<long>(type: "INTEGER", nullable: false),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Hours = table.Column<long>(type: "INTEGER", nullable: false),
                    Skill = table.Column<string>(type: "TEXT", nullable: false),
                    Equipment = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AppointmentService", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AppointmentService_Appointments_AppointmentId",
                        column: x => x.AppointmentId,
                        principalTable: "Appointments",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserClaims",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    ClaimType = table.Column<string>(type: "TEXT", nullable: true),
                    ClaimValue = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserClaims", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AspNetUserClaims_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserLogins",
                columns: table => new
                {
                    LoginProvider = table.Column<string>(type: "TEXT", nullable: false),
                    ProviderKey = table.Column<string>(type: "TEXT", nullable: false),
                    ProviderDisplayName = table.Column<string>(type: "TEXT", nullable: true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserLogins", x => new { x.LoginProvider, x.ProviderKey });
                    table.ForeignKey(
                        name: "FK_AspNetUserLogins_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserTokens",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    LoginProvider = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserTokens", x => new { x.UserId, x.LoginProvider, x.Name });
                    table.ForeignKey(
                        name: "FK_AspNetUserTokens_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

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
                name: "CannedLines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    IsAddition = table.Column<bool>(type: "INTEGER", nullable: false),
                    PerCount = table.Column<bool>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: true),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: true),
                    Amount = table.Column<long>(type: "INTEGER", nullable: true),
                    PassThrough = table.Column<bool>(type: "INTEGER", nullable: true),
                    Hours = table.Column<long>(type: "INTEGER", nullable: true),
                    LaborRate = table.Column<string>(type: "TEXT", nullable: true),
                    PartId = table.Column<long>(type: "INTEGER", nullable: true),
                    Number = table.Column<string>(type: "TEXT", nullable: true),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: true),
                    FactKey = table.Column<string>(type: "TEXT", nullable: true),
                    FollowsFact = table.Column<bool>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CannedLines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CannedLines_CannedJobs_CannedJobId",
                        column: x => x.CannedJobId,
                        principalTable: "CannedJobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CustomerContacts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Role = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    Email = table.Column<string>(type: "TEXT", nullable: false),
                    Copied = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CustomerContacts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CustomerContacts_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CustomerEmails",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Purpose = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CustomerEmails", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CustomerEmails_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CustomerPhones",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Purpose = table.Column<string>(type: "TEXT", nullable: false),
                    Texts = table.Column<bool>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CustomerPhones", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CustomerPhones_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CustomerRates",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Rate = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CustomerRates", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CustomerRates_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CustomerSites",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CustomerSites", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CustomerSites_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Vehicles",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Plate = table.Column<string>(type: "TEXT", nullable: false),
                    PlateRegion = table.Column<string>(type: "TEXT", nullable: false),
                    Vin = table.Column<string>(type: "TEXT", nullable: false),
                    Year = table.Column<int>(type: "INTEGER", nullable: false),
                    Make = table.Column<string>(type: "TEXT", nullable: false),
                    Model = table.Column<string>(type: "TEXT", nullable: false),
                    Engine = table.Column<string>(type: "TEXT", nullable: false),
                    Trim = table.Column<string>(type: "TEXT", nullable: false),
                    Transmission = table.Column<string>(type: "TEXT", nullable: false),
                    ProductionMonth = table.Column<string>(type: "TEXT", nullable: false),
                    PhotoHash = table.Column<string>(type: "TEXT", nullable: false),
                    Drive = table.Column<string>(type: "TEXT", nullable: false),
                    Color = table.Column<string>(type: "TEXT", nullable: false),
                    UnitNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Warning = table.Column<string>(type: "TEXT", nullable: false),
                    MergedIntoId = table.Column<long>(type: "INTEGER", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Vehicles", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Vehicles_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
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
                name: "InspectionPoints",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InspectionId = table.Column<long>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Rating = table.Column<int>(type: "INTEGER", nullable: true),
                    Measured = table.Column<long>(type: "INTEGER", nullable: true),
                    Skipped = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    LastsTo = table.Column<int>(type: "INTEGER", nullable: true),
                    LastsUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    ById = table.Column<long>(type: "INTEGER", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    FindingId = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_CannedJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_CountEach = table.Column<long>(type: "INTEGER", nullable: false),
                    Spec_DueAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_DueText = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_FactKey = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_Group = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_HighIsWorse = table.Column<bool>(type: "INTEGER", nullable: false),
                    Spec_Title = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_Unit = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_UnsafeAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_UnsafeText = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_WatchAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_WatchText = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_InspectionPoints", x => x.Id);
                    table.ForeignKey(
                        name: "FK_InspectionPoints_Inspections_InspectionId",
                        column: x => x.InspectionId,
                        principalTable: "Inspections",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "TemplatePoint",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InspectionTemplateId = table.Column<long>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Spec_CannedJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_CountEach = table.Column<long>(type: "INTEGER", nullable: false),
                    Spec_DueAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_DueText = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_FactKey = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_Group = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_HighIsWorse = table.Column<bool>(type: "INTEGER", nullable: false),
                    Spec_Title = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_Unit = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_UnsafeAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_UnsafeText = table.Column<string>(type: "TEXT", nullable: false),
                    Spec_WatchAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Spec_WatchText = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TemplatePoint", x => x.Id);
                    table.ForeignKey(
                        name: "FK_TemplatePoint_InspectionTemplates_InspectionTemplateId",
                        column: x => x.InspectionTemplateId,
                        principalTable: "InspectionTemplates",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CreditedPicks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: false),
                    Job = table.Column<string>(type: "TEXT", nullable: false),
                    Line = table.Column<int>(type: "INTEGER", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CreditedPicks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CreditedPicks_Invoices_InvoiceId",
                        column: x => x.InvoiceId,
                        principalTable: "Invoices",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "InvoiceAmounts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: false),
                    Account = table.Column<int>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Base_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_InvoiceAmounts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_InvoiceAmounts_Invoices_InvoiceId",
                        column: x => x.InvoiceId,
                        principalTable: "Invoices",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Sales",
                columns: table => new
                {
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    ShopPays = table.Column<bool>(type: "INTEGER", nullable: false),
                    HasVehicle = table.Column<bool>(type: "INTEGER", nullable: false),
                    Cars = table.Column<int>(type: "INTEGER", nullable: false),
                    HoursSold = table.Column<long>(type: "INTEGER", nullable: false),
                    AtBands_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    BandsCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Fees_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    FeesCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    GapCustomer_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    GapDiscounts_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    GapFixed_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    GapSet_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Labor_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    LaborCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Parts_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    PartsCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Sublet_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    SubletCost_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Supplies_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    SuppliesCost_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sales", x => x.InvoiceId);
                    table.ForeignKey(
                        name: "FK_Sales_Invoices_InvoiceId",
                        column: x => x.InvoiceId,
                        principalTable: "Invoices",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "JournalLines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    Account = table.Column<int>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Amount_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_JournalLines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_JournalLines_Journal_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Journal",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
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
                name: "PartReturnLines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PartReturnId = table.Column<long>(type: "INTEGER", nullable: false),
                    ReceiptLineId = table.Column<long>(type: "INTEGER", nullable: false),
                    PartId = table.Column<long>(type: "INTEGER", nullable: true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    PartNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: false),
                    UnitCredit = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<int>(type: "INTEGER", nullable: false),
                    FromStock = table.Column<bool>(type: "INTEGER", nullable: false),
                    BookValue_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PartReturnLines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PartReturnLines_PartReturns_PartReturnId",
                        column: x => x.PartReturnId,
                        principalTable: "PartReturns",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
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
                    PassThrough = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
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
                name: "PurchaseOrderLines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PurchaseOrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    LineId = table.Column<long>(type: "INTEGER", nullable: true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    PartId = table.Column<long>(type: "INTEGER", nullable: true),
                    PartNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: false),
                    Received = table.Column<long>(type: "INTEGER", nullable: false),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: false),
                    CoreEach = table.Column<long>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Filled = table.Column<long>(type: "INTEGER", nullable: true),
                    ExpectedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    CancelledAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    CancelReason = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PurchaseOrderLines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PurchaseOrderLines_PurchaseOrders_PurchaseOrderId",
                        column: x => x.PurchaseOrderId,
                        principalTable: "PurchaseOrders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "ReceiptLines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ReceiptId = table.Column<long>(type: "INTEGER", nullable: false),
                    PurchaseOrderLineId = table.Column<long>(type: "INTEGER", nullable: false),
                    PartId = table.Column<long>(type: "INTEGER", nullable: true),
                    LineId = table.Column<long>(type: "INTEGER", nullable: true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    PartNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: false),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: false),
                    OrderedCost = table.Column<long>(type: "INTEGER", nullable: false),
                    CoreEach = table.Column<long>(type: "INTEGER", nullable: false),
                    Billed = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ReceiptLines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ReceiptLines_Receipts_ReceiptId",
                        column: x => x.ReceiptId,
                        principalTable: "Receipts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StockCountLines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    StockCountId = table.Column<long>(type: "INTEGER", nullable: false),
                    PartId = table.Column<long>(type: "INTEGER", nullable: false),
                    Counted = table.Column<long>(type: "INTEGER", nullable: true),
                    Expected = table.Column<long>(type: "INTEGER", nullable: true),
                    CountedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    CountedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StockCountLines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_StockCountLines_StockCounts_StockCountId",
                        column: x => x.StockCountId,
                        principalTable: "StockCounts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "SupplierBillLine",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SupplierBillId = table.Column<long>(type: "INTEGER", nullable: false),
                    ReceiptLineId = table.Column<long>(type: "INTEGER", nullable: true),
                    SubletWorkId = table.Column<long>(type: "INTEGER", nullable: true),
                    PartNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: false),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: false),
                    Matched = table.Column<long>(type: "INTEGER", nullable: false),
                    AcceptedCost = table.Column<long>(type: "INTEGER", nullable: false),
                    ReceivedCost = table.Column<long>(type: "INTEGER", nullable: false),
                    CoreEach = table.Column<long>(type: "INTEGER", nullable: false),
                    ToCostOfSales_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SupplierBillLine", x => x.Id);
                    table.ForeignKey(
                        name: "FK_SupplierBillLine_SupplierBills_SupplierBillId",
                        column: x => x.SupplierBillId,
                        principalTable: "SupplierBills",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "SupplierBranches",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SupplierId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Phone = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    DeliveryTimes = table.Column<string>(type: "TEXT", nullable: false),
                    RetiredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SupplierBranches", x => x.Id);
                    table.ForeignKey(
                        name: "FK_SupplierBranches_Suppliers_SupplierId",
                        column: x => x.SupplierId,
                        principalTable: "Suppliers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "WebhookMessages",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    WebhookId = table.Column<long>(type: "INTEGER", nullable: false),
                    Event = table.Column<int>(type: "INTEGER", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Tries = table.Column<int>(type: "INTEGER", nullable: false),
                    DueAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    TriedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Outcome = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_WebhookMessages", x => x.Id);
                    table.ForeignKey(
                        name: "FK_WebhookMessages_Webhooks_WebhookId",
                        column: x => x.WebhookId,
                        principalTable: "Webhooks",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
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
                name: "OdometerReadings",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: false),
                    Reading = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    Leaving = table.Column<bool>(type: "INTEGER", nullable: false),
                    IsReported = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OdometerReadings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_OdometerReadings_Vehicles_VehicleId",
                        column: x => x.VehicleId,
                        principalTable: "Vehicles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Orders",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: true),
                    VehicleId = table.Column<long>(type: "INTEGER", nullable: true),
                    CounterSale = table.Column<bool>(type: "INTEGER", nullable: false),
                    WriterId = table.Column<long>(type: "INTEGER", nullable: false),
                    LeadId = table.Column<long>(type: "INTEGER", nullable: true),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Stage = table.Column<int>(type: "INTEGER", nullable: false),
                    StageId = table.Column<long>(type: "INTEGER", nullable: true),
                    StageSince = table.Column<DateTime>(type: "TEXT", nullable: false),
                    PromisedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    PromisedAgainstPlan = table.Column<bool>(type: "INTEGER", nullable: false),
                    CustomerWaits = table.Column<bool>(type: "INTEGER", nullable: false),
                    KeyTag = table.Column<string>(type: "TEXT", nullable: false),
                    ContactId = table.Column<long>(type: "INTEGER", nullable: true),
                    SiteId = table.Column<long>(type: "INTEGER", nullable: true),
                    HasPriority = table.Column<bool>(type: "INTEGER", nullable: false),
                    OldPartsBack = table.Column<bool>(type: "INTEGER", nullable: false),
                    WashingWanted = table.Column<bool>(type: "INTEGER", nullable: false),
                    KeysAt = table.Column<string>(type: "TEXT", nullable: false),
                    CarAt = table.Column<string>(type: "TEXT", nullable: false),
                    ArrivesAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    OnPremises = table.Column<bool>(type: "INTEGER", nullable: false),
                    OdometerIn = table.Column<int>(type: "INTEGER", nullable: true),
                    OdometerOut = table.Column<int>(type: "INTEGER", nullable: true),
                    OpenedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    PostedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    EndedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true),
                    Ending = table.Column<int>(type: "INTEGER", nullable: true),
                    EndReason = table.Column<string>(type: "TEXT", nullable: false),
                    PolicyVersionId = table.Column<long>(type: "INTEGER", nullable: false),
                    LaborRate = table.Column<string>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    CheckPending = table.Column<bool>(type: "INTEGER", nullable: false),
                    CheckedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    CheckedById = table.Column<long>(type: "INTEGER", nullable: true),
                    ApprovedByCustomer_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    ApprovedTotal_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Total_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Orders", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Orders_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Orders_Stages_StageId",
                        column: x => x.StageId,
                        principalTable: "Stages",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Orders_Vehicles_VehicleId",
                        column: x => x.VehicleId,
                        principalTable: "Vehicles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
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
                    ExpectedOn = table.Column<DateOnly>(type: "TEXT", nullable: true),
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

            migrationBuilder.CreateTable(
                name: "PointPhotos",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InspectionPointId = table.Column<long>(type: "INTEGER", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    After = table.Column<bool>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PointPhotos", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PointPhotos_InspectionPoints_InspectionPointId",
                        column: x => x.InspectionPointId,
                        principalTable: "InspectionPoints",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "OwedCores",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ReceiptLineId = table.Column<long>(type: "INTEGER", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: false),
                    Left = table.Column<long>(type: "INTEGER", nullable: false),
                    GivenUp = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    GivenUpAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    GivenUpById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OwedCores", x => x.Id);
                    table.ForeignKey(
                        name: "FK_OwedCores_ReceiptLines_ReceiptLineId",
                        column: x => x.ReceiptLineId,
                        principalTable: "ReceiptLines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

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
                name: "Concerns",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Complaint = table.Column<string>(type: "TEXT", nullable: false),
                    Cause = table.Column<string>(type: "TEXT", nullable: false),
                    CauseVisibility = table.Column<int>(type: "INTEGER", nullable: false),
                    Correction = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Concerns", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Concerns_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Decisions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    DecidedBy = table.Column<string>(type: "TEXT", nullable: false),
                    Channel = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    AskedById = table.Column<long>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    DeferUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    DeferAtReading = table.Column<int>(type: "INTEGER", nullable: true),
                    ShownId = table.Column<long>(type: "INTEGER", nullable: true),
                    LeftOut = table.Column<string>(type: "TEXT", nullable: false),
                    Acknowledged = table.Column<string>(type: "TEXT", nullable: false),
                    SignatureHash = table.Column<string>(type: "TEXT", nullable: false),
                    AmountAgreed_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    JobAmount_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Decisions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Decisions_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
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
                name: "DocumentLinks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    FileHash = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    InvoiceId = table.Column<long>(type: "INTEGER", nullable: true),
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

            migrationBuilder.CreateTable(
                name: "Jobs",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    FixedPrice = table.Column<long>(type: "INTEGER", nullable: true),
                    Origin = table.Column<int>(type: "INTEGER", nullable: false),
                    CannedJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    TakenFromJobId = table.Column<long>(type: "INTEGER", nullable: true),
                    ComebackOfId = table.Column<long>(type: "INTEGER", nullable: true),
                    Decision = table.Column<int>(type: "INTEGER", nullable: false),
                    DecidedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    HorizonTo = table.Column<int>(type: "INTEGER", nullable: true),
                    HorizonUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    DeferUntil = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    DeferAtReading = table.Column<int>(type: "INTEGER", nullable: true),
                    Progress = table.Column<int>(type: "INTEGER", nullable: false),
                    ProgressNote = table.Column<string>(type: "TEXT", nullable: false),
                    FinishedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    FinishedById = table.Column<long>(type: "INTEGER", nullable: true),
                    SoldHours = table.Column<long>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    LaborRate = table.Column<string>(type: "TEXT", nullable: true),
                    CountUnit = table.Column<string>(type: "TEXT", nullable: false),
                    Count = table.Column<long>(type: "INTEGER", nullable: false),
                    CannedVersion = table.Column<int>(type: "INTEGER", nullable: true),
                    CustomerText = table.Column<string>(type: "TEXT", nullable: false),
                    Warranty = table.Column<string>(type: "TEXT", nullable: true),
                    Checklist = table.Column<string>(type: "TEXT", nullable: false),
                    Equipment = table.Column<string>(type: "TEXT", nullable: false),
                    CheckWanted = table.Column<bool>(type: "INTEGER", nullable: false),
                    OriginText = table.Column<string>(type: "TEXT", nullable: false),
                    IsUnsafe = table.Column<bool>(type: "INTEGER", nullable: false),
                    LinesOpen = table.Column<bool>(type: "INTEGER", nullable: false),
                    Payer = table.Column<int>(type: "INTEGER", nullable: false),
                    PayerId = table.Column<long>(type: "INTEGER", nullable: true),
                    PayerName = table.Column<string>(type: "TEXT", nullable: false),
                    CreditPercent = table.Column<long>(type: "INTEGER", nullable: true),
                    CreditAmount = table.Column<long>(type: "INTEGER", nullable: true),
                    CreditFor = table.Column<string>(type: "TEXT", nullable: false),
                    AnotherVisitOrderId = table.Column<long>(type: "INTEGER", nullable: true),
                    Subtotal_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Jobs", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Jobs_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "OrderChanges",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    Target = table.Column<string>(type: "TEXT", nullable: false),
                    TargetId = table.Column<long>(type: "INTEGER", nullable: false),
                    Field = table.Column<string>(type: "TEXT", nullable: false),
                    Old = table.Column<string>(type: "TEXT", nullable: false),
                    New = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    ByKind = table.Column<int>(type: "INTEGER", nullable: false),
                    ClientId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OrderChanges", x => x.Id);
                    table.ForeignKey(
                        name: "FK_OrderChanges_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "OrderPayers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    CustomerId = table.Column<long>(type: "INTEGER", nullable: false),
                    AuthorizationNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Authorized = table.Column<long>(type: "INTEGER", nullable: true),
                    Claim = table.Column<int>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Approved_Cents = table.Column<long>(type: "INTEGER", nullable: false),
                    Deductible_Cents = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OrderPayers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_OrderPayers_Customers_CustomerId",
                        column: x => x.CustomerId,
                        principalTable: "Customers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_OrderPayers_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "QualityChecks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<long>(type: "INTEGER", nullable: true),
                    Passed = table.Column<bool>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_QualityChecks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_QualityChecks_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StageChanges",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OrderId = table.Column<long>(type: "INTEGER", nullable: false),
                    From = table.Column<int>(type: "INTEGER", nullable: false),
                    To = table.Column<int>(type: "INTEGER", nullable: false),
                    ToStageId = table.Column<long>(type: "INTEGER", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    ByKind = table.Column<int>(type: "INTEGER", nullable: false),
                    Because = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StageChanges", x => x.Id);
                    table.ForeignKey(
                        name: "FK_StageChanges_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StoredSnapshots",
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
                    table.PrimaryKey("PK_StoredSnapshots", x => x.Id);
                    table.ForeignKey(
                        name: "FK_StoredSnapshots_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
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

            migrationBuilder.CreateTable(
                name: "PhotoMark",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PointPhotoId = table.Column<long>(type: "INTEGER", nullable: false),
                    Ring = table.Column<bool>(type: "INTEGER", nullable: false),
                    FromX = table.Column<long>(type: "INTEGER", nullable: false),
                    FromY = table.Column<long>(type: "INTEGER", nullable: false),
                    ToX = table.Column<long>(type: "INTEGER", nullable: false),
                    ToY = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PhotoMark", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PhotoMark_PointPhotos_PointPhotoId",
                        column: x => x.PointPhotoId,
                        principalTable: "PointPhotos",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "JobCompanions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<long>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Waived = table.Column<bool>(type: "INTEGER", nullable: false),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: true),
                    AmountPerUnit = table.Column<long>(type: "INTEGER", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_JobCompanions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_JobCompanions_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Lines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<long>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    IsExcluded = table.Column<bool>(type: "INTEGER", nullable: false),
                    Taxable = table.Column<bool>(type: "INTEGER", nullable: false),
                    PerCount = table.Column<bool>(type: "INTEGER", nullable: false),
                    CannedLineId = table.Column<long>(type: "INTEGER", nullable: true),
                    NoteInside = table.Column<string>(type: "TEXT", nullable: false),
                    NoteForCustomer = table.Column<string>(type: "TEXT", nullable: false),
                    NoteVisibility = table.Column<int>(type: "INTEGER", nullable: false),
                    OverrideReason = table.Column<string>(type: "TEXT", nullable: false),
                    OverrideById = table.Column<long>(type: "INTEGER", nullable: true),
                    Origin = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: true),
                    Quantity = table.Column<long>(type: "INTEGER", nullable: true),
                    UnitAmount = table.Column<long>(type: "INTEGER", nullable: true),
                    UnitCost = table.Column<long>(type: "INTEGER", nullable: true),
                    PassThrough = table.Column<bool>(type: "INTEGER", nullable: true),
                    Hours = table.Column<long>(type: "INTEGER", nullable: true),
                    LaborRate = table.Column<string>(type: "TEXT", nullable: true),
                    UnitPrice = table.Column<long>(type: "INTEGER", nullable: true),
                    Price = table.Column<long>(type: "INTEGER", nullable: true),
                    QuotedPrice = table.Column<long>(type: "INTEGER", nullable: true),
                    Operation = table.Column<string>(type: "TEXT", nullable: true),
                    IncludedOperations = table.Column<string>(type: "TEXT", nullable: true),
                    CombinedHours = table.Column<string>(type: "TEXT", nullable: true),
                    GuideHours = table.Column<long>(type: "INTEGER", nullable: true),
                    KeepsTime = table.Column<bool>(type: "INTEGER", nullable: true),
                    Skill = table.Column<string>(type: "TEXT", nullable: true),
                    TechnicianId = table.Column<long>(type: "INTEGER", nullable: true),
                    LaborBefore = table.Column<string>(type: "TEXT", nullable: true),
                    PartId = table.Column<long>(type: "INTEGER", nullable: true),
                    Category = table.Column<string>(type: "TEXT", nullable: true),
                    BookCost = table.Column<long>(type: "INTEGER", nullable: true),
                    ListPrice = table.Column<long>(type: "INTEGER", nullable: true),
                    CoreDeposit = table.Column<long>(type: "INTEGER", nullable: true),
                    CoresReturned = table.Column<long>(type: "INTEGER", nullable: true),
                    ReservedQuantity = table.Column<long>(type: "INTEGER", nullable: true),
                    ReceivedQuantity = table.Column<long>(type: "INTEGER", nullable: true),
                    ReceivedValue = table.Column<long>(type: "INTEGER", nullable: true),
                    SupplierCode = table.Column<string>(type: "TEXT", nullable: true),
                    Branch = table.Column<string>(type: "TEXT", nullable: true),
                    Brand = table.Column<string>(type: "TEXT", nullable: true),
                    Quality = table.Column<string>(type: "TEXT", nullable: true),
                    Condition = table.Column<string>(type: "TEXT", nullable: true),
                    MakersNumber = table.Column<string>(type: "TEXT", nullable: true),
                    PartType = table.Column<string>(type: "TEXT", nullable: true),
                    OfferedFor = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Unit = table.Column<string>(type: "TEXT", nullable: true),
                    FactKey = table.Column<string>(type: "TEXT", nullable: true),
                    GenericQuantity = table.Column<long>(type: "INTEGER", nullable: true),
                    OwnCompanions = table.Column<string>(type: "TEXT", nullable: true),
                    PartBefore = table.Column<string>(type: "TEXT", nullable: true),
                    MarkupPercent = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Lines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Lines_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "ApprovalLinks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ShownId = table.Column<long>(type: "INTEGER", nullable: false),
                    AnsweredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
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
                    table.PrimaryKey("PK_ApprovalLinks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ApprovalLinks_Orders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "Orders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_ApprovalLinks_StoredSnapshots_ShownId",
                        column: x => x.ShownId,
                        principalTable: "StoredSnapshots",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Absences_StaffId",
                table: "Absences",
                column: "StaffId");

            migrationBuilder.CreateIndex(
                name: "IX_Absences_Until",
                table: "Absences",
                column: "Until");

            migrationBuilder.CreateIndex(
                name: "IX_AccessTokens_TokenHash",
                table: "AccessTokens",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Adjustments_InvoiceId",
                table: "Adjustments",
                column: "InvoiceId");

            migrationBuilder.CreateIndex(
                name: "IX_AfterWork_DoneAt",
                table: "AfterWork",
                column: "DoneAt");

            migrationBuilder.CreateIndex(
                name: "IX_AfterWork_KeysBackAt",
                table: "AfterWork",
                column: "KeysBackAt",
                filter: "\"KeysBackAt\" IS NULL AND \"RemovedAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AfterWork_OrderId",
                table: "AfterWork",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_AppointmentMoves_AppointmentId",
                table: "AppointmentMoves",
                column: "AppointmentId");

            migrationBuilder.CreateIndex(
                name: "IX_Appointments_CustomerId",
                table: "Appointments",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Appointments_OrderId",
                table: "Appointments",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Appointments_Start",
                table: "Appointments",
                column: "Start");

            migrationBuilder.CreateIndex(
                name: "IX_Appointments_VehicleId",
                table: "Appointments",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_AppointmentService_AppointmentId",
                table: "AppointmentService",
                column: "AppointmentId");

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
                name: "IX_AspNetUserClaims_UserId",
                table: "AspNetUserClaims",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "IX_AspNetUserLogins_UserId",
                table: "AspNetUserLogins",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "EmailIndex",
                table: "AspNetUsers",
                column: "NormalizedEmail");

            migrationBuilder.CreateIndex(
                name: "UserNameIndex",
                table: "AspNetUsers",
                column: "NormalizedUserName",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Attendances_End",
                table: "Attendances",
                column: "End");

            migrationBuilder.CreateIndex(
                name: "IX_Attendances_StaffId_End",
                table: "Attendances",
                columns: new[] { "StaffId", "End" });

            migrationBuilder.CreateIndex(
                name: "IX_Bays_Name",
                table: "Bays",
                column: "Name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_CalendarFeeds_TokenHash",
                table: "CalendarFeeds",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_CalendarFeeds_WithdrawnAt",
                table: "CalendarFeeds",
                column: "WithdrawnAt",
                filter: "\"WithdrawnAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_CannedAlternatives_CannedJobId",
                table: "CannedAlternatives",
                column: "CannedJobId");

            migrationBuilder.CreateIndex(
                name: "IX_CannedLines_CannedJobId",
                table: "CannedLines",
                column: "CannedJobId");

            migrationBuilder.CreateIndex(
                name: "IX_CardCharges_DepositId",
                table: "CardCharges",
                column: "DepositId");

            migrationBuilder.CreateIndex(
                name: "IX_CardCharges_IdempotencyKey",
                table: "CardCharges",
                column: "IdempotencyKey",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_CardCharges_InvoiceId",
                table: "CardCharges",
                column: "InvoiceId");

            migrationBuilder.CreateIndex(
                name: "IX_CardCharges_State",
                table: "CardCharges",
                column: "State",
                filter: "\"State\" = 0");

            migrationBuilder.CreateIndex(
                name: "IX_CeilingExceptions_OrderId",
                table: "CeilingExceptions",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_CheckInSheets_OrderId",
                table: "CheckInSheets",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Commands_At",
                table: "Commands",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_Concerns_OrderId",
                table: "Concerns",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ConnectedCars_Key",
                table: "ConnectedCars",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_ConnectedCars_VehicleId",
                table: "ConnectedCars",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_CreditedPicks_InvoiceId",
                table: "CreditedPicks",
                column: "InvoiceId");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerContacts_CustomerId",
                table: "CustomerContacts",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerEmails_Address",
                table: "CustomerEmails",
                column: "Address");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerEmails_CustomerId",
                table: "CustomerEmails",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerPhones_CustomerId",
                table: "CustomerPhones",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerPhones_Number",
                table: "CustomerPhones",
                column: "Number");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerRates_CustomerId",
                table: "CustomerRates",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Customers_FormerKey",
                table: "Customers",
                column: "FormerKey");

            migrationBuilder.CreateIndex(
                name: "IX_Customers_LaborRateName",
                table: "Customers",
                column: "LaborRateName",
                filter: "\"LaborRateName\" <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_Customers_MergedIntoId",
                table: "Customers",
                column: "MergedIntoId",
                filter: "\"MergedIntoId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Customers_TaxExempt",
                table: "Customers",
                column: "TaxExempt",
                filter: "\"TaxExempt\" <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_CustomerSites_CustomerId",
                table: "CustomerSites",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_At",
                table: "Decisions",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_OrderId",
                table: "Decisions",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Deposits_CustomerId",
                table: "Deposits",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Deposits_OrderId",
                table: "Deposits",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Discounts_JobId",
                table: "Discounts",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Discounts_OrderId",
                table: "Discounts",
                column: "OrderId");

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
                name: "IX_Fees_Code",
                table: "Fees",
                column: "Code",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Files_Kind_TargetId",
                table: "Files",
                columns: new[] { "Kind", "TargetId" });

            migrationBuilder.CreateIndex(
                name: "IX_Findings_At",
                table: "Findings",
                column: "At",
                filter: "\"JobId\" IS NULL AND \"WithdrawnAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Findings_InspectionPointId",
                table: "Findings",
                column: "InspectionPointId",
                unique: true,
                filter: "\"InspectionPointId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Findings_OrderId",
                table: "Findings",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_FollowUpActs_At",
                table: "FollowUpActs",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_FollowUpActs_CustomerId_At",
                table: "FollowUpActs",
                columns: new[] { "CustomerId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_FollowUpActs_Kind_SourceId",
                table: "FollowUpActs",
                columns: new[] { "Kind", "SourceId" });

            migrationBuilder.CreateIndex(
                name: "IX_FollowUpActs_LinkKey",
                table: "FollowUpActs",
                column: "LinkKey",
                filter: "\"LinkKey\" <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_FollowUpActs_VehicleId",
                table: "FollowUpActs",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_CustomerId",
                table: "FormerOrders",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_Number",
                table: "FormerOrders",
                column: "Number");

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_On",
                table: "FormerOrders",
                column: "On");

            migrationBuilder.CreateIndex(
                name: "IX_FormerOrders_VehicleId",
                table: "FormerOrders",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_OrderId",
                table: "Handovers",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_ToId",
                table: "Handovers",
                column: "ToId",
                filter: "\"TakenAt\" IS NULL AND \"WithdrawnAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_ImportedRecords_ImportId_RecordId",
                table: "ImportedRecords",
                columns: new[] { "ImportId", "RecordId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_InspectionPoints_InspectionId",
                table: "InspectionPoints",
                column: "InspectionId");

            migrationBuilder.CreateIndex(
                name: "IX_Inspections_BegunAt",
                table: "Inspections",
                column: "BegunAt",
                filter: "\"ReadAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Inspections_OrderId",
                table: "Inspections",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Inspections_VehicleId",
                table: "Inspections",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_InspectionTemplates_Name",
                table: "InspectionTemplates",
                column: "Name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Invitations_EndsAt",
                table: "Invitations",
                column: "EndsAt");

            migrationBuilder.CreateIndex(
                name: "IX_Invitations_StaffId",
                table: "Invitations",
                column: "StaffId");

            migrationBuilder.CreateIndex(
                name: "IX_Invitations_TokenHash",
                table: "Invitations",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_InvoiceAmounts_InvoiceId",
                table: "InvoiceAmounts",
                column: "InvoiceId");

            migrationBuilder.CreateIndex(
                name: "IX_Invoices_CorrectsId",
                table: "Invoices",
                column: "CorrectsId");

            migrationBuilder.CreateIndex(
                name: "IX_Invoices_CustomerId",
                table: "Invoices",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Invoices_Number",
                table: "Invoices",
                column: "Number",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Invoices_OrderId",
                table: "Invoices",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Invoices_PostedAt",
                table: "Invoices",
                column: "PostedAt");

            migrationBuilder.CreateIndex(
                name: "IX_JobCompanions_JobId_Code",
                table: "JobCompanions",
                columns: new[] { "JobId", "Code" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_ComebackOfId",
                table: "Jobs",
                column: "ComebackOfId",
                filter: "\"ComebackOfId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_Decision_DecidedAt",
                table: "Jobs",
                columns: new[] { "Decision", "DecidedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_Decision_DeferUntil",
                table: "Jobs",
                columns: new[] { "Decision", "DeferUntil" });

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_FinishedAt",
                table: "Jobs",
                column: "FinishedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_FinishedById_FinishedAt",
                table: "Jobs",
                columns: new[] { "FinishedById", "FinishedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_OrderId",
                table: "Jobs",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_TakenFromJobId",
                table: "Jobs",
                column: "TakenFromJobId");

            migrationBuilder.CreateIndex(
                name: "IX_Journal_Day",
                table: "Journal",
                column: "Day");

            migrationBuilder.CreateIndex(
                name: "IX_Journal_Event_DocumentId",
                table: "Journal",
                columns: new[] { "Event", "DocumentId" });

            migrationBuilder.CreateIndex(
                name: "IX_JournalLines_Account_Code",
                table: "JournalLines",
                columns: new[] { "Account", "Code" });

            migrationBuilder.CreateIndex(
                name: "IX_JournalLines_EntryId",
                table: "JournalLines",
                column: "EntryId");

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
                name: "IX_LabelsOn_TargetId",
                table: "LabelsOn",
                column: "TargetId");

            migrationBuilder.CreateIndex(
                name: "IX_LedgerNames_Account_Code",
                table: "LedgerNames",
                columns: new[] { "Account", "Code" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Lines_Id",
                table: "Lines",
                column: "Id",
                filter: "\"CoreDeposit\" > 0 AND \"CoresReturned\" < \"Quantity\"");

            migrationBuilder.CreateIndex(
                name: "IX_Lines_JobId",
                table: "Lines",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Lines_PartId",
                table: "Lines",
                column: "PartId");

            migrationBuilder.CreateIndex(
                name: "IX_Merges_Kind_KeptId",
                table: "Merges",
                columns: new[] { "Kind", "KeptId" });

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
                name: "IX_MessagingConsents_Address_Id",
                table: "MessagingConsents",
                columns: new[] { "Address", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Notices_SeenAt",
                table: "Notices",
                column: "SeenAt");

            migrationBuilder.CreateIndex(
                name: "IX_OdometerReadings_VehicleId_At",
                table: "OdometerReadings",
                columns: new[] { "VehicleId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_OrderChanges_OrderId_Target_TargetId_Field",
                table: "OrderChanges",
                columns: new[] { "OrderId", "Target", "TargetId", "Field" });

            migrationBuilder.CreateIndex(
                name: "IX_OrderPayers_CustomerId",
                table: "OrderPayers",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_OrderPayers_OrderId_CustomerId",
                table: "OrderPayers",
                columns: new[] { "OrderId", "CustomerId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Orders_CustomerId",
                table: "Orders",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Orders_Number",
                table: "Orders",
                column: "Number",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Orders_StageId",
                table: "Orders",
                column: "StageId");

            migrationBuilder.CreateIndex(
                name: "IX_Orders_State_Number",
                table: "Orders",
                columns: new[] { "State", "Number" });

            migrationBuilder.CreateIndex(
                name: "IX_Orders_State_Stage",
                table: "Orders",
                columns: new[] { "State", "Stage" });

            migrationBuilder.CreateIndex(
                name: "IX_Orders_VehicleId",
                table: "Orders",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_At",
                table: "OutsideRequests",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_CustomerId",
                table: "OutsideRequests",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_Key",
                table: "OutsideRequests",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_Phone_At",
                table: "OutsideRequests",
                columns: new[] { "Phone", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_State_At",
                table: "OutsideRequests",
                columns: new[] { "State", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_TokenHash",
                table: "OutsideRequests",
                column: "TokenHash",
                filter: "\"TokenHash\" <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_OutsideRequests_VehicleId",
                table: "OutsideRequests",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_OwedCores_GivenUpAt",
                table: "OwedCores",
                column: "GivenUpAt",
                filter: "\"GivenUpAt\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_OwedCores_Id",
                table: "OwedCores",
                column: "Id",
                filter: "\"Left\" > 0");

            migrationBuilder.CreateIndex(
                name: "IX_OwedCores_ReceiptLineId",
                table: "OwedCores",
                column: "ReceiptLineId",
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
                name: "IX_PartRequests_Id",
                table: "PartRequests",
                column: "Id",
                filter: "\"AnsweredAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_PartRequests_OrderId",
                table: "PartRequests",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_PartReturnLines_PartReturnId",
                table: "PartReturnLines",
                column: "PartReturnId");

            migrationBuilder.CreateIndex(
                name: "IX_PartReturnLines_ReceiptLineId",
                table: "PartReturnLines",
                column: "ReceiptLineId");

            migrationBuilder.CreateIndex(
                name: "IX_PartReturns_Id",
                table: "PartReturns",
                column: "Id",
                filter: "\"State\" < 3");

            migrationBuilder.CreateIndex(
                name: "IX_PartReturns_Number",
                table: "PartReturns",
                column: "Number",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Parts_Number",
                table: "Parts",
                column: "Number",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Payments_At",
                table: "Payments",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_Payments_CardChargeId",
                table: "Payments",
                column: "CardChargeId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Payments_CustomerId",
                table: "Payments",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Payments_DepositId",
                table: "Payments",
                column: "DepositId");

            migrationBuilder.CreateIndex(
                name: "IX_Payments_InvoiceId",
                table: "Payments",
                column: "InvoiceId");

            migrationBuilder.CreateIndex(
                name: "IX_Payments_OrderId",
                table: "Payments",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_PhotoMark_PointPhotoId",
                table: "PhotoMark",
                column: "PointPhotoId");

            migrationBuilder.CreateIndex(
                name: "IX_Phrases_Use_Text",
                table: "Phrases",
                columns: new[] { "Use", "Text" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_PlannedWork_JobId",
                table: "PlannedWork",
                column: "JobId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_PlannedWork_OrderId",
                table: "PlannedWork",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_PlannedWork_Start",
                table: "PlannedWork",
                column: "Start");

            migrationBuilder.CreateIndex(
                name: "IX_PlannedWork_TechnicianId_Start",
                table: "PlannedWork",
                columns: new[] { "TechnicianId", "Start" });

            migrationBuilder.CreateIndex(
                name: "IX_PointPhotos_InspectionPointId",
                table: "PointPhotos",
                column: "InspectionPointId");

            migrationBuilder.CreateIndex(
                name: "IX_PurchaseOrderLines_LineId",
                table: "PurchaseOrderLines",
                column: "LineId");

            migrationBuilder.CreateIndex(
                name: "IX_PurchaseOrderLines_OrderId",
                table: "PurchaseOrderLines",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_PurchaseOrderLines_PurchaseOrderId",
                table: "PurchaseOrderLines",
                column: "PurchaseOrderId");

            migrationBuilder.CreateIndex(
                name: "IX_PurchaseOrders_Id",
                table: "PurchaseOrders",
                column: "Id",
                filter: "\"State\" < 5");

            migrationBuilder.CreateIndex(
                name: "IX_PurchaseOrders_Number",
                table: "PurchaseOrders",
                column: "Number",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_QualityChecks_At",
                table: "QualityChecks",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_QualityChecks_OrderId",
                table: "QualityChecks",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ReceiptLines_Id",
                table: "ReceiptLines",
                column: "Id",
                filter: "\"Billed\" < \"Quantity\"");

            migrationBuilder.CreateIndex(
                name: "IX_ReceiptLines_OrderId",
                table: "ReceiptLines",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ReceiptLines_PartId",
                table: "ReceiptLines",
                column: "PartId");

            migrationBuilder.CreateIndex(
                name: "IX_ReceiptLines_PurchaseOrderLineId",
                table: "ReceiptLines",
                column: "PurchaseOrderLineId");

            migrationBuilder.CreateIndex(
                name: "IX_ReceiptLines_ReceiptId",
                table: "ReceiptLines",
                column: "ReceiptId");

            migrationBuilder.CreateIndex(
                name: "IX_Receipts_At",
                table: "Receipts",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_Receipts_PurchaseOrderId",
                table: "Receipts",
                column: "PurchaseOrderId");

            migrationBuilder.CreateIndex(
                name: "IX_RecordChanges_Target_TargetId_Field",
                table: "RecordChanges",
                columns: new[] { "Target", "TargetId", "Field" });

            migrationBuilder.CreateIndex(
                name: "IX_ReminderDone_OrderId",
                table: "ReminderDone",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_ReminderDone_ReminderId",
                table: "ReminderDone",
                column: "ReminderId");

            migrationBuilder.CreateIndex(
                name: "IX_Reminders_ExpectedOn",
                table: "Reminders",
                column: "ExpectedOn",
                filter: "\"RemovedAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Reminders_VehicleId",
                table: "Reminders",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_Remittances_Account_Code",
                table: "Remittances",
                columns: new[] { "Account", "Code" });

            migrationBuilder.CreateIndex(
                name: "IX_Sales_Day",
                table: "Sales",
                column: "Day");

            migrationBuilder.CreateIndex(
                name: "IX_Sales_OrderId",
                table: "Sales",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Sessions_StaffId",
                table: "Sessions",
                column: "StaffId");

            migrationBuilder.CreateIndex(
                name: "IX_StageChanges_At",
                table: "StageChanges",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_StageChanges_OrderId",
                table: "StageChanges",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_Stages_Name",
                table: "Stages",
                column: "Name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_StockCountLines_PartId",
                table: "StockCountLines",
                column: "PartId");

            migrationBuilder.CreateIndex(
                name: "IX_StockCountLines_StockCountId",
                table: "StockCountLines",
                column: "StockCountId");

            migrationBuilder.CreateIndex(
                name: "IX_StockCounts_Id",
                table: "StockCounts",
                column: "Id",
                filter: "\"PostedAt\" IS NULL AND \"DroppedAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_StockCounts_PostedAt",
                table: "StockCounts",
                column: "PostedAt");

            migrationBuilder.CreateIndex(
                name: "IX_StockMovements_Document_DocumentId",
                table: "StockMovements",
                columns: new[] { "Document", "DocumentId" });

            migrationBuilder.CreateIndex(
                name: "IX_StockMovements_PartId_Id",
                table: "StockMovements",
                columns: new[] { "PartId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_StockMovements_PartId_Kind_At",
                table: "StockMovements",
                columns: new[] { "PartId", "Kind", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_StoredSnapshots_OrderId",
                table: "StoredSnapshots",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_SubletWork_Id",
                table: "SubletWork",
                column: "Id",
                filter: "\"SupplierBillId\" IS NULL AND \"CalledOffAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SubletWork_LineId",
                table: "SubletWork",
                column: "LineId");

            migrationBuilder.CreateIndex(
                name: "IX_SubletWork_OrderId",
                table: "SubletWork",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_SubletWork_SentAt",
                table: "SubletWork",
                column: "SentAt",
                filter: "\"BackAt\" IS NULL AND \"CalledOffAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierBillLine_ReceiptLineId",
                table: "SupplierBillLine",
                column: "ReceiptLineId");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierBillLine_SupplierBillId",
                table: "SupplierBillLine",
                column: "SupplierBillId");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierBills_Id",
                table: "SupplierBills",
                column: "Id",
                filter: "\"PaidAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierBills_PaidAt",
                table: "SupplierBills",
                column: "PaidAt");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierBills_SupplierId_Number",
                table: "SupplierBills",
                columns: new[] { "SupplierId", "Number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_SupplierBranches_SupplierId",
                table: "SupplierBranches",
                column: "SupplierId");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierCredits_Id",
                table: "SupplierCredits",
                column: "Id",
                filter: "\"UsedAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierCredits_PartReturnId",
                table: "SupplierCredits",
                column: "PartReturnId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_SupplierCredits_SupplierBillId",
                table: "SupplierCredits",
                column: "SupplierBillId");

            migrationBuilder.CreateIndex(
                name: "IX_SupplierCredits_SupplierId_Number",
                table: "SupplierCredits",
                columns: new[] { "SupplierId", "Number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_SupplierCredits_UsedAt",
                table: "SupplierCredits",
                column: "UsedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Suppliers_Code",
                table: "Suppliers",
                column: "Code",
                unique: true,
                filter: "\"Code\" <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_Suppliers_Name",
                table: "Suppliers",
                column: "Name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_TemplatePoint_InspectionTemplateId",
                table: "TemplatePoint",
                column: "InspectionTemplateId");

            migrationBuilder.CreateIndex(
                name: "IX_Terminals_TokenHash",
                table: "Terminals",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_TimeCorrections_AttendanceId",
                table: "TimeCorrections",
                column: "AttendanceId");

            migrationBuilder.CreateIndex(
                name: "IX_TimeCorrections_StaffId_At",
                table: "TimeCorrections",
                columns: new[] { "StaffId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_TimeCorrections_TimeEntryId",
                table: "TimeCorrections",
                column: "TimeEntryId");

            migrationBuilder.CreateIndex(
                name: "IX_TimeEntries_End",
                table: "TimeEntries",
                column: "End");

            migrationBuilder.CreateIndex(
                name: "IX_TimeEntries_OrderId",
                table: "TimeEntries",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_TimeEntries_StaffId",
                table: "TimeEntries",
                column: "StaffId",
                unique: true,
                filter: "\"End\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_TimeEntries_StaffId_Start",
                table: "TimeEntries",
                columns: new[] { "StaffId", "Start" });

            migrationBuilder.CreateIndex(
                name: "IX_VehicleAnswers_VehicleId_Question",
                table: "VehicleAnswers",
                columns: new[] { "VehicleId", "Question" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Vehicles_CustomerId",
                table: "Vehicles",
                column: "CustomerId");

            migrationBuilder.CreateIndex(
                name: "IX_Vehicles_Make_Model",
                table: "Vehicles",
                columns: new[] { "Make", "Model" });

            migrationBuilder.CreateIndex(
                name: "IX_Vehicles_Plate",
                table: "Vehicles",
                column: "Plate");

            migrationBuilder.CreateIndex(
                name: "IX_Vehicles_Vin",
                table: "Vehicles",
                column: "Vin");

            migrationBuilder.CreateIndex(
                name: "IX_VehicleTransfers_VehicleId",
                table: "VehicleTransfers",
                column: "VehicleId");

            migrationBuilder.CreateIndex(
                name: "IX_WebhookMessages_At",
                table: "WebhookMessages",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_WebhookMessages_DueAt",
                table: "WebhookMessages",
                column: "DueAt",
                filter: "\"DueAt\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_WebhookMessages_WebhookId_At",
                table: "WebhookMessages",
                columns: new[] { "WebhookId", "At" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Absences");

            migrationBuilder.DropTable(
                name: "AccessTokens");

            migrationBuilder.DropTable(
                name: "Adjustments");

            migrationBuilder.DropTable(
                name: "AfterWork");

            migrationBuilder.DropTable(
                name: "AppointmentMoves");

            migrationBuilder.DropTable(
                name: "AppointmentService");

            migrationBuilder.DropTable(
                name: "ApprovalLinks");

            migrationBuilder.DropTable(
                name: "AspNetUserClaims");

            migrationBuilder.DropTable(
                name: "AspNetUserLogins");

            migrationBuilder.DropTable(
                name: "AspNetUserTokens");

            migrationBuilder.DropTable(
                name: "Attendances");

            migrationBuilder.DropTable(
                name: "BackupPlans");

            migrationBuilder.DropTable(
                name: "BackupRecords");

            migrationBuilder.DropTable(
                name: "BankTransfers");

            migrationBuilder.DropTable(
                name: "Bays");

            migrationBuilder.DropTable(
                name: "BookingServices");

            migrationBuilder.DropTable(
                name: "CalendarFeeds");

            migrationBuilder.DropTable(
                name: "CannedAlternatives");

            migrationBuilder.DropTable(
                name: "CannedLines");

            migrationBuilder.DropTable(
                name: "CannedSets");

            migrationBuilder.DropTable(
                name: "CardCharges");

            migrationBuilder.DropTable(
                name: "CashCounts");

            migrationBuilder.DropTable(
                name: "CeilingExceptions");

            migrationBuilder.DropTable(
                name: "CheckInSheets");

            migrationBuilder.DropTable(
                name: "Commands");

            migrationBuilder.DropTable(
                name: "Concerns");

            migrationBuilder.DropTable(
                name: "ConnectedCars");

            migrationBuilder.DropTable(
                name: "Counters");

            migrationBuilder.DropTable(
                name: "CreditedPicks");

            migrationBuilder.DropTable(
                name: "CustomerContacts");

            migrationBuilder.DropTable(
                name: "CustomerEmails");

            migrationBuilder.DropTable(
                name: "CustomerPhones");

            migrationBuilder.DropTable(
                name: "CustomerRates");

            migrationBuilder.DropTable(
                name: "CustomerSites");

            migrationBuilder.DropTable(
                name: "Decisions");

            migrationBuilder.DropTable(
                name: "Deposits");

            migrationBuilder.DropTable(
                name: "Discounts");

            migrationBuilder.DropTable(
                name: "DocumentLinks");

            migrationBuilder.DropTable(
                name: "ExtraValues");

            migrationBuilder.DropTable(
                name: "Fees");

            migrationBuilder.DropTable(
                name: "Files");

            migrationBuilder.DropTable(
                name: "Findings");

            migrationBuilder.DropTable(
                name: "FollowUpActs");

            migrationBuilder.DropTable(
                name: "FormerOrders");

            migrationBuilder.DropTable(
                name: "Handovers");

            migrationBuilder.DropTable(
                name: "ImportedRecords");

            migrationBuilder.DropTable(
                name: "ImportRuns");

            migrationBuilder.DropTable(
                name: "Invitations");

            migrationBuilder.DropTable(
                name: "InvoiceAmounts");

            migrationBuilder.DropTable(
                name: "JobCompanions");

            migrationBuilder.DropTable(
                name: "JournalLines");

            migrationBuilder.DropTable(
                name: "LabelsOn");

            migrationBuilder.DropTable(
                name: "LedgerNames");

            migrationBuilder.DropTable(
                name: "Lines");

            migrationBuilder.DropTable(
                name: "MeasureAims");

            migrationBuilder.DropTable(
                name: "Merges");

            migrationBuilder.DropTable(
                name: "Messages");

            migrationBuilder.DropTable(
                name: "MessageTemplates");

            migrationBuilder.DropTable(
                name: "MessagingConsents");

            migrationBuilder.DropTable(
                name: "Notices");

            migrationBuilder.DropTable(
                name: "OdometerReadings");

            migrationBuilder.DropTable(
                name: "OrderChanges");

            migrationBuilder.DropTable(
                name: "OrderPayers");

            migrationBuilder.DropTable(
                name: "OutsideRequests");

            migrationBuilder.DropTable(
                name: "OwedCores");

            migrationBuilder.DropTable(
                name: "OwnOperations");

            migrationBuilder.DropTable(
                name: "PartCompanions");

            migrationBuilder.DropTable(
                name: "PartRequests");

            migrationBuilder.DropTable(
                name: "PartReturnLines");

            migrationBuilder.DropTable(
                name: "Payments");

            migrationBuilder.DropTable(
                name: "PhotoMark");

            migrationBuilder.DropTable(
                name: "Photos");

            migrationBuilder.DropTable(
                name: "Phrases");

            migrationBuilder.DropTable(
                name: "PlannedWork");

            migrationBuilder.DropTable(
                name: "PolicyDrafts");

            migrationBuilder.DropTable(
                name: "PolicyVersions");

            migrationBuilder.DropTable(
                name: "PurchaseOrderLines");

            migrationBuilder.DropTable(
                name: "QualityChecks");

            migrationBuilder.DropTable(
                name: "RecordChanges");

            migrationBuilder.DropTable(
                name: "ReminderDone");

            migrationBuilder.DropTable(
                name: "ReminderSets");

            migrationBuilder.DropTable(
                name: "Remittances");

            migrationBuilder.DropTable(
                name: "Sales");

            migrationBuilder.DropTable(
                name: "Sessions");

            migrationBuilder.DropTable(
                name: "Shops");

            migrationBuilder.DropTable(
                name: "SignIns");

            migrationBuilder.DropTable(
                name: "Staff");

            migrationBuilder.DropTable(
                name: "StaffRights");

            migrationBuilder.DropTable(
                name: "StageChanges");

            migrationBuilder.DropTable(
                name: "StockCountLines");

            migrationBuilder.DropTable(
                name: "StockMovements");

            migrationBuilder.DropTable(
                name: "SubletWork");

            migrationBuilder.DropTable(
                name: "SupplierBillLine");

            migrationBuilder.DropTable(
                name: "SupplierBranches");

            migrationBuilder.DropTable(
                name: "SupplierCredits");

            migrationBuilder.DropTable(
                name: "TemplatePoint");

            migrationBuilder.DropTable(
                name: "TerminalPeople");

            migrationBuilder.DropTable(
                name: "Terminals");

            migrationBuilder.DropTable(
                name: "TimeCorrections");

            migrationBuilder.DropTable(
                name: "TimeEntries");

            migrationBuilder.DropTable(
                name: "VehicleAnswers");

            migrationBuilder.DropTable(
                name: "VehicleTransfers");

            migrationBuilder.DropTable(
                name: "WebhookMessages");

            migrationBuilder.DropTable(
                name: "Appointments");

            migrationBuilder.DropTable(
                name: "StoredSnapshots");

            migrationBuilder.DropTable(
                name: "AspNetUsers");

            migrationBuilder.DropTable(
                name: "CannedJobs");

            migrationBuilder.DropTable(
                name: "ExtraFields");

            migrationBuilder.DropTable(
                name: "Journal");

            migrationBuilder.DropTable(
                name: "Labels");

            migrationBuilder.DropTable(
                name: "Jobs");

            migrationBuilder.DropTable(
                name: "ReceiptLines");

            migrationBuilder.DropTable(
                name: "Parts");

            migrationBuilder.DropTable(
                name: "PartReturns");

            migrationBuilder.DropTable(
                name: "PointPhotos");

            migrationBuilder.DropTable(
                name: "PurchaseOrders");

            migrationBuilder.DropTable(
                name: "Reminders");

            migrationBuilder.DropTable(
                name: "Invoices");

            migrationBuilder.DropTable(
                name: "StockCounts");

            migrationBuilder.DropTable(
                name: "SupplierBills");

            migrationBuilder.DropTable(
                name: "Suppliers");

            migrationBuilder.DropTable(
                name: "InspectionTemplates");

            migrationBuilder.DropTable(
                name: "Webhooks");

            migrationBuilder.DropTable(
                name: "Orders");

            migrationBuilder.DropTable(
                name: "Receipts");

            migrationBuilder.DropTable(
                name: "InspectionPoints");

            migrationBuilder.DropTable(
                name: "Stages");

            migrationBuilder.DropTable(
                name: "Vehicles");

            migrationBuilder.DropTable(
                name: "Inspections");

            migrationBuilder.DropTable(
                name: "Customers");
        }
    }
}
