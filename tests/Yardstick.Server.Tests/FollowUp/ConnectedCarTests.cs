using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>Owners let their vehicles report; codes come into the tray once, and what comes after the end is not kept.</summary>
public sealed class ConnectedCarTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<HttpStatusCode> ReportAsync(object report) => (await shop.Outside.PostAsJsonAsync("cars/write", report)).StatusCode;

    private static async Task<JsonNode> WaitAsync(Browser writer, Func<JsonNode, bool> which)
    {
        for (var i = 0; i < 120; i++, await Task.Delay(250))
            if ((await writer.GetAsync("requests")).List("rows").FirstOrDefault(r => which(r!)) is { } row)
                return row;
        throw new InvalidOperationException("It did not come into the tray.");
    }

    [Fact]
    public async Task A_service_that_is_silent_fails_answers_twice_or_tells_nonsense_loses_and_doubles_nothing()
    {
        using var mina = await shop.SignInAsync("mina");
        await using var db = shop.OpenDb();
        var vehicle = await db.Vehicles.OrderBy(v => v.Id).FirstAsync(v => v.MergedIntoId == null);
        await ReportAsync(
            new
            {
                kind = "consent",
                car = "c-odd",
                vin = vehicle.Vin.Text,
                owner = "Odd One",
                phone = "no number",
                vehicle = vehicle.Description,
            }
        );
        foreach (var (mode, code) in new[] { ("off", "P0300"), ("fail", "P0301"), ("doubleAnswer", "P0302"), ("loseAnswer", "P0303") })
        {
            await shop.MoodAsync("cars", mode, times: 2);
            await ReportAsync(
                new
                {
                    kind = "code",
                    car = "c-odd",
                    code,
                    words = (string?)null,
                    place = new string('x', 5000),
                    odometer = -5,
                    volts = 1e12,
                    latitude = 400,
                    longitude = -999,
                }
            );
        }
        await ReportAsync(new { kind = "nothing known", car = "c-odd" });
        await ReportAsync(
            new
            {
                kind = "code",
                car = "c-odd",
                code = "P0304",
            }
        );
        await WaitAsync(mina, r => r.Text("code") == "P0304");
        var rows = (await mina.GetAsync("requests"))
            .List("rows")
            .Where(r => r!.Text("code").StartsWith("P030", StringComparison.Ordinal))
            .ToList();
        Assert.Equal(["P0300", "P0301", "P0302", "P0303", "P0304"], rows.Select(r => r!.Text("code")).Order());
        Assert.All(rows, r => Assert.Equal((1, true), (r!["times"]!.GetValue<int>(), r!["latitude"] is null)));
        var car = (await mina.GetAsync("connected-cars")).AsArray().Single(c => c!["vehicleId"]?.GetValue<long>() == vehicle.Id)!;
        Assert.Equal((true, true), (car["batteryVolts"] is null, car["endedAt"] is null));
        Assert.False(await db.OdometerReadings.AnyAsync(r => r.VehicleId == vehicle.Id && r.IsReported));
    }

    [Fact]
    public async Task Consent_reading_code_and_end()
    {
        using var mina = await shop.SignInAsync("mina");
        await using var db = shop.OpenDb();
        var vehicle = await db.Vehicles.OrderByDescending(v => v.Id).FirstAsync(v => v.MergedIntoId == null);
        var vin = vehicle.Vin.Text;
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            await ReportAsync(
                new
                {
                    kind = "code",
                    car = "c-1",
                    vin,
                    code = "P0420",
                }
            )
        );
        await ReportAsync(
            new
            {
                kind = "consent",
                car = "c-1",
                vin,
                owner = "Somebody",
                phone = "505 555 0161",
                vehicle = vehicle.Description,
            }
        );
        var consent = await WaitAsync(mina, r => r.Text("kind") == "Consent" && r.Text("name") == "Somebody");
        Assert.Equal((vehicle.Id, "the VIN is on file"), (consent["vehicleId"]!.GetValue<long>(), consent.Text("matchedBy")));

        shop.DaysPass(2);
        using var later = await shop.SignInAsync("mina");
        object Code(string place) =>
            new
            {
                kind = "code",
                car = "c-1",
                code = "P0420",
                words = "Catalyst efficiency below threshold",
                place,
                latitude = 43.66,
                longitude = -70.25,
                odometer = 900_000,
                volts = 12.1,
            };
        await ReportAsync(Code("Mill Road"));
        var code = await WaitAsync(later, r => r.Text("code") == "P0420" && r["vehicleId"]?.GetValue<long>() == vehicle.Id);
        await ReportAsync(Code("Harbor Street"));
        var again = await WaitAsync(later, r => r.Id() == code.Id() && r["times"]!.GetValue<int>() == 2);
        Assert.Equal(("Harbor Street", 43.66m), (again.Text("place"), again.Number("latitude")));
        Assert.Equal(1, await db.OdometerReadings.CountAsync(r => r.VehicleId == vehicle.Id && r.IsReported));

        var car = Assert.Single((await later.GetAsync("connected-cars")).AsArray(), c => c!["vehicleId"]?.GetValue<long>() == vehicle.Id)!;
        Assert.Equal(
            (900_000, 12.1m, true, true),
            (car["reading"]!.GetValue<int>(), car.Number("batteryVolts"), car.Flag("batteryIsLow"), car["endedAt"] is null)
        );
        var reading = (await later.GetAsync($"vehicles/{vehicle.Id}")).List("readings")[0]!;
        Assert.Equal((900_000, true), (reading["reading"]!.GetValue<int>(), reading.Flag("isReported")));

        // What is known to mend it stands beside; the one that is chosen goes along.
        var repairs = (await later.GetAsync($"requests/{code.Id()}/repairs")).List("repairs");
        var likely = repairs.Count > 0 ? repairs[0]!.Text("title") : "Catalytic converter";
        var appointment = (await later.PostAsync($"requests/{code.Id()}/appointment", new { repair = likely })).Id();
        var made = await later.GetAsync($"appointments/{appointment}");
        Assert.Equal(
            ($"P0420: Catalyst efficiency below threshold. Likely: {likely}", vehicle.Id),
            (made.Text("words"), made["vehicleId"]!.GetValue<long>())
        );
        await later.RefusedAsync($"requests/{code.Id()}/appointment", new { });

        await ReportAsync(new { kind = "ended", car = "c-1" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, await ReportAsync(Code("After the end")));
        for (var i = 0; i < 120 && await db.ConnectedCars.AsNoTracking().AnyAsync(c => c.Key == "c-1" && c.EndedAt == null); i++)
            await Task.Delay(250);
        Assert.NotNull((await db.ConnectedCars.AsNoTracking().SingleAsync(c => c.Key == "c-1")).EndedAt);
        Assert.Single((await later.GetAsync("connected-cars")).AsArray(), c =>
            c!["vehicleId"]?.GetValue<long>() == vehicle.Id && c["endedAt"] is not null
        );
    }
}
