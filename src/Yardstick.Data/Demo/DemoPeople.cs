using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using Yardstick.Core.Customers;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data.Setup;

namespace Yardstick.Data.Demo;

/// <summary>The demo shop's staff, customers and cars.</summary>
internal static class DemoPeople
{
    internal const string Password = "lantern-bay";

    /// <summary>Name, user name, role, skills, PIN.</summary>
    internal static readonly (string Name, string User, Role Role, string[] Skills, string Pin)[] Staff =
    [
        ("Ingrid Abara", "ingrid", Role.Owner, [], "480201"),
        ("Mina Okafor", "mina", Role.Writer, [], "480202"),
        ("Dario Lindqvist", "dario", Role.Writer, [], "480203"),
        ("Wen Castellanos", "wen", Role.Parts, [], "480204"),
        ("Tobias Renner", "tobias", Role.Technician, ["brakes", "chassis"], "2005"),
        ("Ana Vasquez", "ana", Role.Technician, ["engine", "electric"], "2006"),
        ("Pieter Lang", "pieter", Role.Technician, ["general"], "2007"),
        ("Noor Haddad", "noor", Role.Technician, ["general", "tires"], "2008"),
        ("Jory Pinheiro", "jory", Role.Porter, [], "2009"),
    ];

    /// <summary>Adds staff with their accounts. Salts come from the names, so that the same day gives the same database.</summary>
    internal static void AddStaff(ShopDb db, int hashRounds)
    {
        var password = Hash(Password, "everyone", hashRounds);
        for (var i = 0; i < Staff.Length; i++)
        {
            var (name, user, role, skills, pin) = Staff[i];
            db.Staff.Add(
                new StaffMember
                {
                    Id = i + 1,
                    Name = name,
                    Role = role,
                    Skills = skills,
                    Pace = new(PaceOf(name)),
                    PayRate = role == Role.Technician ? Money.Of(28 + i) : null,
                    Hours = HoursOf(name),
                }
            );
            db.Users.Add(
                new Account
                {
                    Id = i + 1,
                    UserName = user,
                    NormalizedUserName = user.ToUpperInvariant(),
                    SecurityStamp = user,
                    ConcurrencyStamp = user,
                    LockoutEnabled = true,
                    PasswordHash = password,
                    PinHash = Hash(pin, user + "-pin", hashRounds),
                }
            );
        }
    }

    /// <summary>A program of the bookkeeper's reads invoices as the owner, and one that is done with was withdrawn.</summary>
    internal static void AddTokens(ShopDb db, Instant utcNow)
    {
        var owner = Array.FindIndex(Staff, s => s.Role == Role.Owner) + 1;
        foreach (
            var (name, rights, daysAgo, withdrawn) in new[]
            {
                ("Bookkeeper, invoices and journal", new[] { Permission.SeeOrders, Permission.KeepBooks }, 40, false),
                ("Old website", [Permission.Find], 200, true),
            }
        )
        {
            var madeAt = utcNow.PlusDays(-daysAgo);
            // Nobody has the tokens themselves.
            var token = AccessToken.Make(owner, rights, new AccessTokenWish(name, rights, 365), name, madeAt).Value;
            token.LastUsedAt = withdrawn ? madeAt.PlusDays(90) : utcNow - Duration.FromHours(3);
            if (withdrawn)
                token.Withdraw(madeAt.PlusDays(120));
            db.AccessTokens.Add(token);
        }
    }

    /// <summary>One takes a fifth longer, one less.</summary>
    private static decimal PaceOf(string name) =>
        name switch
        {
            "Noor Haddad" => 120,
            "Ana Vasquez" => 95,
            _ => 100,
        };

    /// <summary>Two have hours of their own; the others those of the shop.</summary>
    private static WeekHours? HoursOf(string name) =>
        name switch
        {
            "Noor Haddad" => WeekHours.Same(new DayHours(new(7, 30), new(16, 0), new(12, 0), new(12, 30)), 7),
            "Pieter Lang" => WeekHours.Same(new DayHours(new(9, 0), new(18, 0), new(13, 0), new(14, 0)), 7),
            _ => null,
        };

    /// <summary>The form of ASP.NET Identity, version 3: PBKDF2 with HMAC-SHA512.</summary>
    private static string Hash(string secret, string name, int rounds)
    {
        const int saltLength = 16,
            keyLength = 32;
        var salt = SHA256.HashData(Encoding.UTF8.GetBytes(name))[..saltLength];
        var key = Rfc2898DeriveBytes.Pbkdf2(secret, salt, rounds, HashAlgorithmName.SHA512, keyLength);
        var bytes = new byte[13 + saltLength + keyLength];
        bytes[0] = 1;
        BinaryPrimitives.WriteUInt32BigEndian(bytes.AsSpan(1), 2);
        BinaryPrimitives.WriteUInt32BigEndian(bytes.AsSpan(5), (uint)rounds);
        BinaryPrimitives.WriteUInt32BigEndian(bytes.AsSpan(9), saltLength);
        salt.CopyTo(bytes, 13);
        key.CopyTo(bytes, 13 + saltLength);
        return Convert.ToBase64String(bytes);
    }

    /// <summary>420 customers, thirty of them businesses.</summary>
    internal static List<Customer> Customers(Random random, Instant since)
    {
        var customers = new List<Customer>();
        for (var i = 0; i < 420; i++)
        {
            var customer = new Customer
            {
                FirstName = DemoNames.First[i * 7 % 50],
                LastName = DemoNames.Last[(i * 11 + i / 50) % 50],
                CreatedAt = since.PlusDays(random.Next(0, 700)),
                Source = DemoNames.Sources[random.Next(DemoNames.Sources.Length)],
                Address = $"{random.Next(1, 240)} {DemoNames.Streets[random.Next(DemoNames.Streets.Length)]}\nLantern Bay",
            };
            if (i >= 390)
            {
                customer.IsBusiness = true;
                customer.BusinessName = DemoNames.Businesses[i - 390];
                if (i % 3 == 0)
                    (customer.LaborRateName, customer.PartsDiscountPercent) = ("fleet", new(10));
                if (i % 5 == 0)
                {
                    (customer.CreditDays, customer.CreditLimit) = (30, Money.Of(5000));
                    customer.Sites.Add(new CustomerSite { Name = "North yard", Address = "40 Kelp Road\nLantern Bay" });
                    customer.Sites.Add(new CustomerSite { Name = "Harbor gate", Address = "3 Customs Quay\nLantern Bay" });
                    customer.Contacts.Add(
                        new CustomerContact
                        {
                            Name = $"{DemoNames.First[i % 50]} {DemoNames.Last[i % 50]}",
                            Role = "dispatcher",
                            Phone = $"+12075550{100 + i % 90}",
                            Copied = true,
                        }
                    );
                    customer.Contacts.Add(
                        new CustomerContact
                        {
                            Name = $"{DemoNames.First[(i + 9) % 50]} {DemoNames.Last[(i + 17) % 50]}",
                            Role = "accounts",
                            Email = $"accounts{i}@mail.example",
                        }
                    );
                }
                if (i == 415)
                    (customer.TaxExempt, customer.TaxCertificate, customer.TaxExemptUntil) = (
                        "Resale",
                        "RS-20418",
                        since.InUtc().Date.PlusYears(4)
                    );
            }
            // A hundred numbers in each of a few area codes, none of them anybody's.
            var area = new[] { 207, 603, 802, 978, 413 }[i / 100];
            customer.Phones.Add(
                new CustomerPhone
                {
                    Number = $"+1{area}55501{i % 100:00}",
                    Purpose = "mobile",
                    Texts = i % 6 == 0 ? null : i % 7 != 0,
                }
            );
            if (i % 3 != 0)
                customer.Emails.Add(
                    new CustomerEmail
                    {
                        Address = $"{customer.FirstName}.{customer.LastName}@mail.example".ToLowerInvariant(),
                        Purpose = "home",
                    }
                );
            if (i % 45 == 3)
                customer.Alert = new[]
                {
                    "Hard of hearing, text only",
                    "Always call before ordering parts",
                    "Dog in the car",
                    "Pays by check only",
                }[i / 45 % 4];
            customers.Add(customer);
        }
        (customers[0].FirstName, customers[0].LastName, customers[0].Alert) = ("Imke", "Sorensen", "Text only");
        return customers;
    }

    private const int CarsToday = 16,
        TurboCar = 8;
    private static readonly (string Make, string Model, string Engine, string Drive)[] Plain =
    [
        .. DemoNames.Cars.Where(c =>
            decimal.TryParse(c.Engine, System.Globalization.CultureInfo.InvariantCulture, out var liters) && liters < 3
        ),
    ];

    /// <summary>560 cars: one each, and the rest with businesses and families.</summary>
    internal static List<Vehicle> Vehicles(Random random, IReadOnlyList<Customer> customers, int thisYear)
    {
        var vehicles = new List<Vehicle>();
        for (var i = 0; i < 560; i++)
        {
            var owner =
                i < 420 ? customers[i]
                : i < 500 ? customers[390 + i % 30]
                : customers[random.Next(0, 390)];
            var drawn = i == 0 ? 0 : random.Next(DemoNames.Cars.Length);
            // The cars that are here today need what only an engine of gasoline needs; the one that lost its power has a turbocharger.
            var (make, model, engine, drive) = i switch
            {
                0 => DemoNames.Cars[0],
                TurboCar => DemoNames.Cars.First(c => c.Engine.Contains("diesel", StringComparison.Ordinal)),
                < CarsToday => Plain[drawn % Plain.Length],
                _ => DemoNames.Cars[drawn],
            };
            var year = i == 0 ? thisYear - 8 : thisYear - random.Next(1, 15);
            vehicles.Add(
                new Vehicle
                {
                    CustomerId = owner.Id,
                    Make = make,
                    Model = model,
                    Engine = engine,
                    Drive = drive,
                    Year = year,
                    Plate = Plate.Kept(PlateOf(i)),
                    PlateRegion = "ME",
                    Vin = Vin.Kept(VinOf(i, year, make, model)),
                    Color = i == 0 ? "white" : DemoNames.Colors[random.Next(DemoNames.Colors.Length)],
                    UnitNumber = owner.IsBusiness ? $"{i % 40 + 1}" : "",
                    Warning =
                        i % 70 == 11 ? "Wheel lock key is in the glove box"
                        : i % 70 == 40 ? "Lift only at the marked points"
                        : "",
                }
            );
        }
        return vehicles;
    }

    internal static readonly string[] OpenPlates =
    [
        "LBT 4471",
        "HVN 220",
        "AEG 305",
        "KDA 66",
        "RRT 118",
        "2TC 819",
        "KEL 771",
        "LBT 0093",
        "FLT 12",
        "QRD 518",
        "7MM 402",
        "PNE 904",
        "DRV 37",
        "MRL 660",
        "TSW 815",
        "BQX 29",
        "GLN 503",
    ];

    private static string PlateOf(int i)
    {
        if (i < OpenPlates.Length)
            return OpenPlates[i];
        const string letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
        return $"{letters[i % 23]}{letters[i / 23 % 23]}{letters[(i * 5 + 3) % 23]} {100 + i * 13 % 899}";
    }

    /// <summary>
    /// A VIN that the vehicle data service knows: position 4 tells the model, position 6 the engine, position 7 the cycle of the year.
    /// </summary>
    private static string VinOf(int i, int year, string make, string model)
    {
        const string years = "ABCDEFGHJKLMNPRSTVWXY123456789",
            letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
        var models = DemoNames.Cars.Where(c => c.Make == make).Select(c => c.Model).ToList();
        var fourth = letters[models.IndexOf(model)];
        var draft =
            $"{DemoNames.Wmi[make]}{fourth}{letters[i % 23]}B{(year >= 2010 ? 'E' : '4')}00{years[(year - 1980) % 30]}K{20914 + i * 17:000000}";
        return draft[..8] + Vin.Parse(draft).Value.CheckDigit + draft[9..];
    }
}
