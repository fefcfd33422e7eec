using System.Net;
using System.Net.Http.Headers;
using SkiaSharp;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Floor;

/// <summary>Planning, stages, the clock, photos.</summary>
public class FloorTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task A_plan_snaps_to_the_quarter_hour_within_opening_hours()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = job,
                technicianId = 7,
                start = ShopFixture.At("13:08"),
                version = 0,
            }
        );
        var block = (await writer.GetAsync("floor")).List("blocks").First(b => b!["jobId"]!.GetValue<long>() == job)!;
        Assert.Equal((ShopFixture.At("13:15"), "if approved"), (block.Text("start"), block.Text("why")));
        Assert.Equal(
            "start",
            (
                await writer.RefusedAsync(
                    "calendar/place",
                    new
                    {
                        kind = "Job",
                        id = job,
                        technicianId = 7,
                        start = ShopFixture.At("21:00"),
                        version = 1,
                    }
                )
            ).Text("field")
        );
        Assert.Equal(
            "technician.gone",
            (
                await writer.RefusedAsync(
                    "calendar/place",
                    new
                    {
                        kind = "Job",
                        id = job,
                        technicianId = 2,
                        start = ShopFixture.At("14:00"),
                        version = 1,
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
        Assert.Equal(order, block["orderId"]!.GetValue<long>());
    }

    [Fact]
    public async Task The_second_who_moves_the_same_job_is_told()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (_, job) = await mina.WriteUpAsync();
        object Plan(int hour, int version) =>
            new
            {
                kind = "Job",
                id = job,
                technicianId = 7,
                start = ShopFixture.At($"{hour}:00"),
                version,
            };
        await mina.PostAsync("calendar/place", Plan(13, 0));
        await mina.PostAsync("calendar/place", Plan(14, 1));
        Assert.Equal("plan.conflict", (await dario.RefusedAsync("calendar/place", Plan(15, 1), HttpStatusCode.Conflict)).Text("code"));
    }

    [Fact]
    public async Task One_thing_at_a_time_and_nobody_goes_home_on_the_clock()
    {
        using var writer = await shop.SignInAsync("mina");
        using var pieter = await shop.SignInAsync("pieter");
        var (order, job) = await writer.WriteUpAsync();
        Assert.Equal("job.notApproved", (await pieter.RefusedAsync($"bench/jobs/{job}/clock-on")).Text("code"));
        await writer.ApproveAsync(order, job);
        // He was on the clutch: going onto this leaves that.
        await pieter.PostAsync($"bench/jobs/{job}/clock-on");
        await pieter.PostAsync($"bench/jobs/{job}/clock-on");
        var bench = await pieter.GetAsync("bench");
        Assert.Equal(job, bench["onJobId"]!.GetValue<long>());
        await pieter.PostAsync("bench/presence", new { present = false });
        bench = await pieter.GetAsync("bench");
        Assert.Null(bench["onJobId"]);
        Assert.False(bench.Flag("present"));
    }

    [Fact]
    public async Task A_photo_is_checked_by_content_shrunk_and_loses_its_place()
    {
        using var technician = await shop.SignInAsync("noor");
        using var bitmap = new SKBitmap(3000, 1000);
        bitmap.Erase(SKColors.SteelBlue);
        using var jpeg = bitmap.Encode(SKEncodedImageFormat.Jpeg, 90);
        // A picture with a place in its comment.
        var bytes = jpeg.ToArray();
        var place = "GPS 44.1 -69.1"u8.ToArray();
        var withPlace = bytes[..2]
            .Concat(new byte[] { 0xFF, 0xFE, 0, (byte)(place.Length + 2) })
            .Concat(place)
            .Concat(bytes[2..])
            .ToArray();
        using var request = new HttpRequestMessage(HttpMethod.Post, "photos") { Content = new ByteArrayContent(withPlace) };
        request.Content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var answer = await technician.RawAsync(request);
        var hash = System.Text.Json.Nodes.JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.Text("hash");
        var kept = await technician.BytesAsync($"photos/{hash}");
        using var again = SKBitmap.Decode(kept);
        Assert.Equal((1600, 533), (again.Width, again.Height));
        Assert.DoesNotContain("GPS", System.Text.Encoding.Latin1.GetString(kept), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_no_picture_is_refused_in_words()
    {
        using var technician = await shop.SignInAsync("noor");
        using var request = new HttpRequestMessage(HttpMethod.Post, "photos")
        {
            Content = new ByteArrayContent("<svg onload=alert(1)>"u8.ToArray()),
        };
        request.Content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var answer = await technician.RawAsync(request);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await technician.SendAsync(HttpMethod.Get, "photos/..%2F..%2Fshop.db")).Status);
    }

    [Theory]
    [InlineData("", "3", "Watch", "text")]
    [InlineData("Pads", "thin", "Watch", "measured")]
    public async Task A_finding_that_says_too_little_is_refused_at_its_field(string text, string measured, string rating, string field)
    {
        using var technician = await shop.SignInAsync("noor");
        var (status, problem) = await technician.SendAsync(
            HttpMethod.Post,
            "orders/2501/findings",
            new
            {
                text,
                measured,
                unit = "mm",
                rating,
            }
        );
        Assert.True(status is HttpStatusCode.UnprocessableEntity && problem!.Text("field") == field, $"{status} {problem?.ToJsonString()}");
    }

    [Fact]
    public async Task A_car_is_moved_between_stages_and_the_second_who_moves_it_is_told()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (order, _) = await mina.WriteUpAsync("Stufe");
        var version = (await mina.SheetAsync(order))["version"]!.GetValue<int>();
        var stages = (await mina.GetAsync("floor")).List("stages").ToDictionary(s => s!.Text("meaning"), s => s!.Id());
        var moved = await mina.PostAsync($"orders/{order}/stage", new { stageId = stages["Diagnosis"], version });
        var card = (await mina.GetAsync("floor")).List("cards").First(c => c!.Id() == order)!;
        Assert.Equal(("Diagnosis", stages["Diagnosis"]), (card.Text("stage"), card["stageId"]!.GetValue<long>()));
        var clash = await dario.RefusedAsync(
            $"orders/{order}/stage",
            new { stageId = stages["Pricing"], version },
            HttpStatusCode.Conflict
        );
        Assert.Contains("Mina", clash.Text("detail"), StringComparison.Ordinal);
        var unknown = await mina.RefusedAsync(
            $"orders/{order}/stage",
            new { stageId = 99_999, version = moved["version"]!.GetValue<int>() },
            HttpStatusCode.NotFound
        );
        Assert.Equal("stage.gone", unknown.Text("code"));
        // The undo begins with the version that the move left.
        await mina.PostAsync($"orders/{order}/stage", new { stageId = stages["Pricing"], version = moved["version"]!.GetValue<int>() });
        Assert.Equal("Pricing", (await mina.SheetAsync(order)).Text("stage"));
    }

    [Fact]
    public async Task A_plan_is_taken_back_and_work_that_was_done_is_opened_again()
    {
        using var writer = await shop.SignInAsync("mina");
        using var noor = await shop.SignInAsync("noor");
        var (order, job) = await writer.WriteUpAsync("Zurueck");
        await writer.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = job,
                technicianId = 8,
                start = ShopFixture.At("13:00"),
                version = 0,
            }
        );
        for (var i = 0; i < 2; i++)
            Assert.Equal(HttpStatusCode.OK, (await writer.SendAsync(HttpMethod.Delete, $"jobs/{job}/plan")).Status);
        Assert.DoesNotContain((await writer.GetAsync("floor")).List("blocks"), b => b!["jobId"]!.GetValue<long>() == job);

        await writer.ApproveAsync(order, job);
        await noor.PostAsync($"bench/jobs/{job}/clock-on");
        shop.Time.Advance(TimeSpan.FromMinutes(30));
        await noor.PostAsync("bench/clock-off");
        await noor.PostAsync("bench/clock-off");
        Assert.Null((await noor.GetAsync("bench"))["onJobId"]);
        await noor.PostAsync($"bench/jobs/{job}/finish");
        var done = (await writer.SheetAsync(order)).List("jobs")[0]!;
        Assert.Equal(("Finished", 0.5m), (done.Text("progress"), done.Number("clockedHours")));
        await noor.PostAsync($"bench/jobs/{job}/reopen");
        Assert.NotEqual("Finished", (await writer.SheetAsync(order)).List("jobs")[0]!.Text("progress"));
        Assert.Equal("job.gone", (await noor.RefusedAsync("bench/jobs/999999/reopen", null, HttpStatusCode.NotFound)).Text("code"));
    }
}
