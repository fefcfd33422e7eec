using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Inspections;

/// <summary>Templates made in Setup, inspections on the bench, what is found made work once, and whose move it is.</summary>
public class InspectTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<long> TemplateAsync(Browser owner, string name, string start = "brakes") =>
        (await owner.PostAsync("inspection-templates", new { name, start })).Id();

    private static async Task<(long Order, JsonNode Inspection)> BegunAsync(Browser writer, long template)
    {
        var (order, _) = await writer.WriteUpAsync();
        var begun = await writer.PostAsync($"orders/{order}/inspections", new { templateId = template });
        return (order, await writer.GetAsync($"inspections/{begun.Id()}"));
    }

    private static JsonNode Point(JsonNode inspection, string group, string title) =>
        inspection.List("points").Single(p => p!.Text("group") == group && p!.Text("title") == title)!;

    private static Task<JsonNode> SayAsync(Browser technician, JsonNode inspection, JsonNode point, string act, string value) =>
        technician.PostAsync(
            $"inspections/{inspection.Id()}/points/{point.Id()}",
            new
            {
                act,
                value,
                seen = point["version"]!.GetValue<int>(),
            }
        );

    [Fact]
    public async Task A_photo_of_a_point_shows_at_its_finding_on_the_order()
    {
        await using var db = shop.OpenDb();
        var photo = await db.PointPhotos.OrderBy(p => p.Id).FirstAsync();
        var finding = await db.Findings.SingleAsync(f => f.InspectionPointId == photo.InspectionPointId);
        using var mina = await shop.SignInAsync("mina");
        var sheet = await mina.SheetAsync(finding.OrderId);
        Assert.Equal(photo.Hash, sheet.List("findings").Single(f => f!.Id() == finding.Id)!.Text("photoHash"));
    }

    [Fact]
    public async Task A_template_is_made_changed_and_kept_by_what_was_begun()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var template = await TemplateAsync(ingrid, "Brakes, made");
        Assert.Equal(
            "template.twice",
            (await ingrid.RefusedAsync("inspection-templates", new { name = "brakes, MADE", start = "" })).Text("code")
        );
        var (_, begun) = await BegunAsync(mina, template);
        var points = (await ingrid.GetAsync($"inspection-templates/{template}")).List("points");
        Assert.Equal(14, points.Count);
        var pads = points.First(p => p!.Text("title") == "Pads, thinnest")!;
        var path = $"inspection-templates/{template}/points/{pads.Id()}";
        Assert.Equal("point.limits", (await ingrid.RefusedAsync(path, new { field = "dueAt", value = "9" })).Text("code"));
        await ingrid.PostAsync(path, new { field = "dueAt", value = "4" });
        await ingrid.PostAsync($"{path}/move", new { up = false });
        await ingrid.PostAsync($"inspection-templates/{template}/points", new { group = "System", title = "Warning light" });
        var after = await ingrid.GetAsync($"inspection-templates/{template}");
        Assert.Equal(("Rotor thickness", 15), (after.List("points")[0]!.Text("title"), after.List("points").Count));
        Assert.Equal(14, (await mina.GetAsync($"inspections/{begun.Id()}")).List("points").Count);
        var copy = (await ingrid.PostAsync("inspection-templates", new { name = "Brakes, again", copyOf = template })).Id();
        Assert.Equal(15, (await ingrid.GetAsync($"inspection-templates/{copy}")).List("points").Count);
        await mina.RefusedAsync(path, new { field = "title", value = "x" }, HttpStatusCode.Forbidden);
        await ingrid.PostAsync($"inspection-templates/{template}/retire", new { on = true });
        var (order, _) = await mina.WriteUpAsync();
        Assert.Equal(
            "template.gone",
            (await mina.RefusedAsync($"orders/{order}/inspections", new { templateId = template }, HttpStatusCode.NotFound)).Text("code")
        );
    }

    [Fact]
    public async Task Findings_come_at_once_become_work_once_and_are_shown_to_nobody_when_they_were_good_after_all()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        using var tobias = await shop.SignInAsync("tobias");
        var template = await TemplateAsync(ingrid, "Brakes, found");
        var form = await ingrid.GetAsync($"inspection-templates/{template}");
        var canned = form.List("cannedJobs").Single(c => c!.Text("title") == "Front brake pads")!.Id();
        foreach (var pads in form.List("points").Where(p => p!.Text("factKey") == "frontPadMinimum"))
            await ingrid.PostAsync(
                $"inspection-templates/{template}/points/{pads!.Id()}",
                new { field = "cannedJobId", value = $"{canned}" }
            );
        var (order, inspection) = await BegunAsync(mina, template);
        var (left, right) = (Point(inspection, "Left front", "Pads, thinnest"), Point(inspection, "Right front", "Pads, thinnest"));
        await SayAsync(tobias, inspection, left, "Measure", "3.4");
        await SayAsync(tobias, inspection, right, "Measure", "1.8");
        var hoses = Point(inspection, "System", "Hoses and lines");
        await SayAsync(tobias, inspection, hoses, "Rate", "Due");
        // Somebody else's tablet shows the point as it was.
        using var noor = await shop.SignInAsync("noor");
        var clash = await noor.RefusedAsync(
            $"inspections/{inspection.Id()}/points/{left.Id()}",
            new
            {
                act = "Measure",
                value = "5",
                seen = 1,
            }
        );
        Assert.Equal("point.changed", clash.Text("code"));
        var findings = (await mina.GetAsync($"orders/{order}")).ToJsonString();
        Assert.Contains("Hoses and lines", findings, StringComparison.Ordinal);
        var both = await Task.WhenAll(
            mina.PostAsync($"orders/{order}/findings/work", new { }),
            dario.PostAsync($"orders/{order}/findings/work", new { })
        );
        Assert.Equal(2, both.Sum(b => b.List("jobIds").Count));
        await mina.PostAsync($"orders/{order}/findings/work", new { });
        var jobs = (await mina.SheetAsync(order)).List("jobs");
        Assert.Single(jobs, j => j!.Text("title") == "Front brake pads");
        var hose = jobs.Single(j => j!.Text("title") == "System: Hoses and lines")!;
        Assert.Empty(hose.List("lines"));
        // Both pads ask for one job; the worse of them makes it a safety item.
        Assert.True(jobs.Single(j => j!.Text("title") == "Front brake pads")!.Flag("isUnsafe"));
        var seen = Point(await tobias.GetAsync($"inspections/{inspection.Id()}"), "System", "Hoses and lines");
        await SayAsync(tobias, inspection, seen, "Rate", "Good");
        await using var db = shop.OpenDb();
        Assert.DoesNotContain(db.Findings.Where(f => f.OrderId == order).Select(f => f.Text).ToList(), t => t == "Hoses and lines");
    }

    [Fact]
    public async Task An_inspection_comes_with_a_canned_job_and_finishing_it_finishes_the_job()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        using var tobias = await shop.SignInAsync("tobias");
        var template = await TemplateAsync(ingrid, "Rotation check", "maintenance");
        var canned = (await ingrid.GetAsync($"inspection-templates/{template}"))
            .List("cannedJobs")
            .Single(c => c!.Text("title") == "Tire rotation")!
            .Id();
        await ingrid.PostAsync($"inspection-templates/{template}/comes-with/{canned}", new { on = true });
        var (order, first) = await mina.WriteUpAsync();
        var job = (await mina.PostAsync($"orders/{order}/take", new { kind = "Canned", id = canned })).Number("jobId");
        await mina.ApproveAsync(order, first, (long)job);
        var brief = (await mina.SheetAsync(order)).List("inspections").Single()!;
        Assert.Equal(("Rotation check", 10m, 0m), (brief.Text("name"), brief.Number("points"), brief.Number("done")));
        var id = brief.Id();
        Assert.Equal("inspection.open", (await tobias.RefusedAsync($"inspections/{id}/finish")).Text("code"));
        var inspection = await tobias.GetAsync($"inspections/{id}");
        Assert.True(inspection.Flag("isChecklist"));
        foreach (var group in inspection.List("points").Select(p => p!.Text("group")).Distinct())
            await tobias.PostAsync($"inspections/{id}/all-good", new { group });
        await tobias.PostAsync($"inspections/{id}/finish");
        var done = (await mina.SheetAsync(order)).List("jobs").Single(j => j!.Id() == (long)job)!;
        Assert.Equal("Finished", done.Text("progress"));
        Assert.Equal(
            "inspection.finished",
            (await tobias.RefusedAsync($"inspections/{id}/all-good", new { group = "After" })).Text("code")
        );
        // Removed and brought back, the job does not begin a second one.
        await mina.PostAsync($"inspections/{id}/read");
        Assert.Single((await mina.SheetAsync(order)).List("inspections"));
    }

    [Fact]
    public async Task Last_time_stands_beside_with_the_wear_and_how_far_it_will_still_do()
    {
        using var tobias = await shop.SignInAsync("tobias");
        using var mina = await shop.SignInAsync("mina");
        var worn = (await mina.GetAsync("worklist")).AsArray().Single(r => r!.Text("kind") == "Unread" && r!.Flag("toAct"))!;
        var inspection = await tobias.GetAsync($"inspections/{worn.Number("inspectionId")}");
        var tread = Point(inspection, "Left front", "Tread");
        Assert.Equal(("Due", 4m, 7m), (tread.Text("rating"), tread.Number("measured"), tread["last"]!.Number("measured")));
        Assert.True(tread["last"]!.Number("wear") > 0);
        var rear = Point(inspection, "Left rear", "Tread");
        Assert.True(rear.Number("proposedTo") > inspection.Number("odometer"));
        // No phone, no address, no amount goes to the bench.
        var text = inspection.ToJsonString();
        Assert.DoesNotContain("555", text, StringComparison.Ordinal);
        Assert.DoesNotContain("price", text, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task The_worklist_says_whose_move_it_is_and_files_what_has_no_finding()
    {
        using var mina = await shop.SignInAsync("mina");
        var list = (await mina.GetAsync("worklist")).AsArray();
        Assert.Contains(list, r => r!.Text("kind") == "UnderWay" && r!.Text("person").Length > 0);
        var nothing = list.Where(r => r!.Text("kind") == "Unread" && !r!.Flag("toAct")).ToList();
        Assert.NotEmpty(nothing);
        Assert.Equal(nothing.Count, (await mina.PostAsync("worklist/file")).Number("inspections"));
        Assert.DoesNotContain((await mina.GetAsync("worklist")).AsArray(), r => r!.Text("kind") == "Unread" && !r!.Flag("toAct"));
        using var tobias = await shop.SignInAsync("tobias");
        await tobias.RefusedAsync("worklist/file", null, HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Points_come_from_a_table_all_or_none_and_an_inspection_is_printed_open_and_done()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        using var tobias = await shop.SignInAsync("tobias");
        var template = await TemplateAsync(ingrid, "From a table", "");
        var path = $"inspection-templates/{template}/points.csv";
        async Task<JsonNode> SendAsync(string csv) => (await ingrid.UploadAsync(path, System.Text.Encoding.UTF8.GetBytes(csv))).Body!;
        Assert.Equal("template.columns", (await SendAsync("Thing,Unit\nTread,mm\n")).Text("code"));
        const string Head = "Group,Point,Unit,Watch,Due,Unsafe,More is worse,Canned job\n";
        var wrong = await SendAsync(Head + "Tires,Tread,mm,5,4,3,,\nBrakes,Pads,mm,3,4,2,,\n");
        Assert.Equal("point.limits", wrong.Text("code"));
        Assert.StartsWith("Line 3:", wrong.Text("detail"), StringComparison.Ordinal);
        Assert.Equal("point.cannedJob", (await SendAsync(Head + "Tires,Tread,mm,5,4,3,,No such job\n")).Text("code"));
        Assert.Empty((await ingrid.GetAsync($"inspection-templates/{template}")).List("points"));
        Assert.Equal(2, (await SendAsync(Head + "Tires,Tread,mm,5,4,3,,tire rotation\nLights,Horn,,,,,,\n")).Number("added"));
        var again = await SendAsync("group,point,due\nTires,tread,4.5\n");
        Assert.Equal((0m, 1m), (again.Number("added"), again.Number("changed")));
        var tread = (await ingrid.GetAsync($"inspection-templates/{template}")).List("points")[0]!;
        Assert.Equal((5m, 4.5m), (tread.Number("watchAt"), tread.Number("dueAt")));

        var (_, inspection) = await BegunAsync(mina, template);
        var paper = $"inspections/{inspection.Id()}/inspection.pdf";
        Assert.Equal("%PDF"u8.ToArray(), (await tobias.BytesAsync(paper))[..4]);
        await SayAsync(tobias, inspection, Point(inspection, "Tires", "tread"), "Measure", "4.4");
        await SayAsync(tobias, inspection, Point(inspection, "Lights", "Horn"), "Skip", "Battery is out");
        await tobias.PostAsync($"inspections/{inspection.Id()}/finish");
        Assert.Equal("%PDF"u8.ToArray(), (await tobias.BytesAsync(paper))[..4]);
        await mina.PostAsync($"inspections/{inspection.Id()}/read");
        await using var db = shop.OpenDb();
        var kept = await db.Inspections.Include(i => i.Points).SingleAsync(i => i.Id == inspection.Id());
        Assert.Equal(
            ["4.4 mm, limit 4.5: Due", "Skipped: Battery is out"],
            kept.Ordered.Select(p => p.ResultWords(checklist: false)).ToArray()
        );
    }

    private static byte[] Picture()
    {
        using var bitmap = new SKBitmap(40, 30);
        bitmap.Erase(SKColors.Gray);
        using var data = bitmap.Encode(SKEncodedImageFormat.Jpeg, 80);
        return data.ToArray();
    }

    [Fact]
    public async Task A_point_is_noted_skipped_lasts_and_is_handed_over_and_a_photo_is_marked()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        using var tobias = await shop.SignInAsync("tobias");
        var (_, inspection) = await BegunAsync(mina, await TemplateAsync(ingrid, "Brakes, noted"));
        var point = Point(inspection, "System", "Parking brake");
        await SayAsync(tobias, inspection, point, "Note", "Two clicks too many");
        async Task<JsonNode> AgainAsync() => Point(await tobias.GetAsync($"inspections/{inspection.Id()}"), "System", "Parking brake");
        await SayAsync(tobias, inspection, await AgainAsync(), "Lasts", "99,000");
        Assert.Equal(99_000, (await AgainAsync()).Number("lastsTo"));
        await SayAsync(tobias, inspection, await AgainAsync(), "Skip", "The lift was taken");
        var skipped = await AgainAsync();
        Assert.Equal(("The lift was taken", "Two clicks too many"), (skipped.Text("skipped"), skipped.Text("note")));
        var path = $"inspections/{inspection.Id()}";
        Assert.Equal(
            "photo.gone",
            (
                await tobias.RefusedAsync($"{path}/points/{point.Id()}/photos", new { hash = new string('0', 64) }, HttpStatusCode.NotFound)
            ).Text("code")
        );
        var (_, kept) = await tobias.UploadAsync("photos", Picture());
        await tobias.PostAsync($"{path}/points/{point.Id()}/photos", new { hash = kept!.Text("hash"), after = true });
        var photo = (await AgainAsync()).List("photos").Single()!;
        object Marks(double x) =>
            new
            {
                marks = new[]
                {
                    new
                    {
                        ring = true,
                        fromX = 0.1,
                        fromY = 0.2,
                        toX = x,
                        toY = 0.4,
                    },
                },
            };
        Assert.Equal("photo.marks", (await tobias.RefusedAsync($"{path}/photos/{photo.Id()}/marks", Marks(1.5))).Text("code"));
        await tobias.PostAsync($"{path}/photos/{photo.Id()}/marks", Marks(0.5));
        Assert.Single((await AgainAsync()).List("photos").Single()!.List("marks"));
        await tobias.SendAsync(HttpMethod.Delete, $"{path}/photos/{photo.Id()}", null);
        Assert.Empty((await AgainAsync()).List("photos"));
        Assert.Equal(
            "person.gone",
            (await mina.RefusedAsync($"{path}/hand-over", new { technicianId = 999 }, HttpStatusCode.NotFound)).Text("code")
        );
        await mina.PostAsync($"{path}/hand-over", new { technicianId = 8 });
        using var noor = await shop.SignInAsync("noor");
        var bench = (await noor.GetAsync("bench")).List("cars");
        Assert.Contains(bench, c => c!.List("inspections").Any(i => i!.Id() == inspection.Id()));
    }
}
