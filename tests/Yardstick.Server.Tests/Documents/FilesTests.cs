using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using UglyToad.PdfPig;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Documents;

/// <summary>Files, the shop's own labels and fields, texts, and the check-in sheet.</summary>
public class FilesTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    internal static byte[] Picture(
        int width = 60,
        int height = 40,
        SKColor? color = null,
        SKEncodedImageFormat format = SKEncodedImageFormat.Png
    )
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(color ?? SKColors.Transparent);
        using (var canvas = new SKCanvas(bitmap))
        {
            using var pen = new SKPaint { Color = SKColors.Black, StrokeWidth = 3 };
            canvas.DrawLine(5, 5, width - 5, height - 5, pen);
        }
        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    [Theory]
    [InlineData("Customer", 1)]
    [InlineData("Vehicle", 1)]
    [InlineData("Order", 2501)]
    public async Task A_file_is_kept_listed_opened_taken_off_and_brought_back(string kind, long id)
    {
        using var mina = await shop.SignInAsync("mina");
        var text = Encoding.UTF8.GetBytes($"The child seat is in the trunk of {kind}");
        var (status, kept) = await mina.KeepAsync($"files/{kind}/{id}?name=..%2Fnote.txt", text);
        Assert.Equal(HttpStatusCode.OK, status);
        var file = (await mina.GetAsync($"files/{kind}/{id}")).AsArray().Single(f => f!.Id() == kept.Id())!;
        Assert.Equal(
            ("note.txt", false, (long)text.Length, "Mina O."),
            (file.Text("name"), file.Flag("picture"), file["size"]!.GetValue<long>(), file.Text("by"))
        );
        using var answer = await mina.RawAsync(new HttpRequestMessage(HttpMethod.Get, $"files/{kept.Id()}/content"));
        Assert.Equal(
            ("attachment", "nosniff"),
            (answer.Content.Headers.ContentDisposition!.DispositionType, answer.Headers.GetValues("X-Content-Type-Options").Single())
        );
        Assert.Equal(text, await answer.Content.ReadAsByteArrayAsync());
        await mina.SendAsync(HttpMethod.Delete, $"files/{kept.Id()}");
        Assert.DoesNotContain((await mina.GetAsync($"files/{kind}/{id}")).AsArray(), f => f!.Id() == kept.Id());
        await mina.PostAsync($"files/{kept.Id()}/restore");
        Assert.Contains((await mina.GetAsync($"files/{kind}/{id}")).AsArray(), f => f!.Id() == kept.Id());
    }

    [Fact]
    public async Task A_picture_is_encoded_anew_and_what_would_run_is_refused()
    {
        using var mina = await shop.SignInAsync("mina");
        var (_, kept) = await mina.KeepAsync("files/Vehicle/2?name=door.png", Picture(color: SKColors.Red));
        var content = await mina.BytesAsync($"files/{kept.Id()}/content");
        Assert.Equal([0xFF, 0xD8], content[..2]);
        foreach (
            var (name, bytes, code) in new[]
            {
                ("page.pdf", Encoding.UTF8.GetBytes("<html><script>alert(1)</script>"), "file.kind"),
                ("run.txt", Encoding.UTF8.GetBytes("#!/bin/sh\nrm -rf"), "file.kind"),
                ("empty.txt", Array.Empty<byte>(), "file.empty"),
                ("broken.png", Picture()[..20], "photo.unreadable"),
                ("big.txt", Encoding.UTF8.GetBytes(new string('a', 26 * 1024 * 1024)), "file.large"),
            }
        )
        {
            var (status, problem) = await mina.UploadAsync($"files/Vehicle/2?name={name}", bytes);
            Assert.Equal((HttpStatusCode.UnprocessableEntity, code), (status, problem!.Text("code")));
        }
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await mina.UploadAsync("files/Order/999999?name=a.txt", Encoding.UTF8.GetBytes("words"))).Status
        );
    }

    [Fact]
    public async Task The_photo_of_a_car_is_its_face_and_can_be_replaced()
    {
        using var mina = await shop.SignInAsync("mina");
        var (_, photo) = await mina.KeepAsync("photos", Picture(color: SKColors.Blue));
        var version = (await mina.GetAsync("vehicles/3"))["version"]!.GetValue<int>();
        await mina.PostAsync(
            "vehicles/3/fields",
            new
            {
                field = "photoHash",
                value = photo.Text("hash"),
                version,
            }
        );
        Assert.Equal(photo.Text("hash"), (await mina.GetAsync("vehicles/3"))["fields"]!.Text("photoHash"));
        Assert.Equal(
            "photo.gone",
            (
                await mina.RefusedAsync(
                    "vehicles/3/fields",
                    new
                    {
                        field = "photoHash",
                        value = new string('a', 64),
                        version = version + 1,
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
        var open = (await mina.GetAsync("vehicles/3"))["openOrderId"];
        if (open is not null)
            Assert.Equal(photo.Text("hash"), (await mina.SheetAsync(open.GetValue<long>()))["vehicle"]!.Text("photoHash"));
    }

    [Fact]
    public async Task Labels_and_fields_are_defined_put_on_records_and_retired_without_being_lost()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var label = (await ingrid.PostAsync("labels", new { kind = "Order", name = "Insurance" })).Id();
        Assert.Equal("label.twice", (await ingrid.RefusedAsync("labels", new { kind = "Order", name = " Insurance " })).Text("code"));
        Assert.Equal("label.name", (await ingrid.RefusedAsync("labels", new { kind = "Order", name = "" })).Text("code"));
        var field = (
            await ingrid.PostAsync(
                "extra-fields",
                new
                {
                    kind = "Order",
                    name = "Claim on",
                    type = "Date",
                }
            )
        ).Id();
        Assert.Equal(
            "choices",
            (
                await ingrid.RefusedAsync(
                    "extra-fields",
                    new
                    {
                        kind = "Order",
                        name = "Bay",
                        type = "Choice",
                        choices = "one",
                    }
                )
            ).Text("field")
        );

        await mina.PostAsync($"records/Order/2501/labels/{label}", new { on = true });
        await mina.PostAsync($"records/Order/2501/labels/{label}", new { on = true });
        Assert.Equal(["Insurance"], (await mina.SheetAsync(2501)).List("labels").Select(l => l!.GetValue<string>()));
        Assert.Equal(
            "label.gone",
            (await mina.RefusedAsync($"records/Customer/1/labels/{label}", new { on = true }, HttpStatusCode.NotFound)).Text("code")
        );
        await mina.PostAsync($"records/Order/2501/fields/{field}", new { value = "tomorrow" });
        Assert.Equal(
            "date.unreadable",
            (await mina.RefusedAsync($"records/Order/2501/fields/{field}", new { value = "once upon a time" })).Text("code")
        );
        Assert.Equal(ShopFixture.Day(1), Value(await mina.GetAsync("records/Order/2501/labels-and-fields"), field));

        await ingrid.PostAsync($"labels/{label}/retire", new { retired = true });
        await ingrid.PostAsync($"extra-fields/{field}/retire", new { retired = true });
        Assert.Equal(ShopFixture.Day(1), Value(await mina.GetAsync("records/Order/2501/labels-and-fields"), field));
        Assert.Contains((await mina.GetAsync("records/Order/2501/labels-and-fields")).List("labels"), l => l!.Id() == label);
        Assert.DoesNotContain((await mina.GetAsync("records/Order/2502/labels-and-fields")).List("labels"), l => l!.Id() == label);
        Assert.DoesNotContain((await mina.GetAsync("records/Order/2502/labels-and-fields")).List("fields"), f => f!.Id() == field);
        Assert.Equal(1, (await ingrid.GetAsync("labels-and-fields")).List("labels").Single(l => l!.Id() == label)!.Number("uses"));

        static string Value(JsonNode on, long field) => on.List("fields").Single(f => f!.Id() == field)!.Text("value");
    }

    [Fact]
    public async Task Files_reminders_labels_and_fields_go_with_a_merge_and_come_back_with_its_undo()
    {
        using var mina = await shop.SignInAsync("mina");
        async Task<long> CarAsync(string plate) =>
            (
                await mina.SheetAsync(
                    (
                        await mina.PostAsync(
                            "orders",
                            new
                            {
                                customerId = 40,
                                vehicle = new { plate, make = "Vireo" },
                                odometer = "10",
                            }
                        )
                    ).Id()
                )
            )["vehicle"]!.Id();
        var (kept, gone) = (await CarAsync("MRG 1"), await CarAsync("MRG 2"));
        await mina.UploadAsync($"files/Vehicle/{gone}?name=a.txt", Encoding.UTF8.GetBytes("words"));
        await mina.PostAsync($"vehicles/{gone}/reminders", new { title = "Wash", everyMonths = "1" });
        await mina.PostAsync($"records/Vehicle/{gone}/labels/7", new { on = true });
        await mina.PostAsync($"records/Vehicle/{gone}/fields/1", new { value = "trunk" });
        var moves = string.Join(
            ", ",
            (await mina.GetAsync($"vehicles/{kept}/merge?other={gone}")).List("moves").Select(m => m!.GetValue<string>())
        );
        foreach (var words in new[] { "1 file", "1 reminder", "1 label", "1 custom field" })
            Assert.Contains(words, moves, StringComparison.Ordinal);

        async Task<(int, int, bool, string)> StateAsync(long car)
        {
            var own = await mina.GetAsync($"records/Vehicle/{car}/labels-and-fields");
            return (
                (await mina.GetAsync($"files/Vehicle/{car}")).AsArray().Count,
                (await mina.GetAsync($"vehicles/{car}/reminders")).AsArray().Count,
                own.List("labels").Single(l => l!.Id() == 7)!.Flag("on"),
                own.List("fields").Single(f => f!.Id() == 1)!.Text("value")
            );
        }
        var merge = (await mina.PostAsync($"vehicles/{kept}/merge", new { otherId = gone }))["mergeId"]!.GetValue<long>();
        Assert.Equal((1, 1, true, "trunk"), await StateAsync(kept));
        await mina.PostAsync($"merges/{merge}/undo");
        Assert.Equal((0, 0, false, ""), await StateAsync(kept));
        Assert.Equal((1, 1, true, "trunk"), await StateAsync(gone));
    }

    [Fact]
    public async Task The_check_in_sheet_is_signed_kept_and_never_changed()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var order = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customer = new
                    {
                        firstName = "Ελένη",
                        lastName = "Жук",
                        phone = "207 555 0177",
                    },
                    vehicle = new
                    {
                        plate = "CHK 1",
                        make = "Orrin",
                        model = "Stonecrop",
                    },
                    odometer = "77,000",
                    concerns = new[] { "Rattles" },
                    oldPartsBack = true,
                }
            )
        ).Id();
        var unsigned = await mina.GetAsync($"orders/{order}/check-in");
        Assert.Equal(("Ελένη Жук", "77,000 mi"), (unsigned["document"]!.Text("customerName"), unsigned["document"]!.Text("odometer")));
        Assert.Contains("Customer wants old parts returned.", unsigned["document"]!.List("agreed").Select(a => a!.GetValue<string>()));

        var (_, photo) = await mina.KeepAsync("photos", Picture(color: SKColors.Green));
        var signature = Convert.ToBase64String(Picture(300, 100));
        foreach (
            var (body, field) in new (object, string)[]
            {
                (new { signedBy = "", signaturePng = signature }, "signedBy"),
                (new { signedBy = "E", signaturePng = "" }, "signature"),
                (new { signedBy = "E", signaturePng = "no picture" }, "signature"),
                (new { signedBy = "E", signaturePng = Convert.ToBase64String(Blank()) }, "signature"),
                (
                    new
                    {
                        signedBy = "E",
                        signaturePng = signature,
                        photoHashes = Enumerable.Range(0, 7).Select(i => $"{i}"),
                    },
                    "photos"
                ),
            }
        )
            Assert.Equal(field, (await mina.RefusedAsync($"orders/{order}/check-in", body)).Text("field"));
        Assert.Equal(
            "photo.gone",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/check-in",
                    new
                    {
                        signedBy = "E",
                        signaturePng = signature,
                        photoHashes = new[] { "none" },
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );

        var sheet = (
            await mina.PostAsync(
                $"orders/{order}/check-in",
                new
                {
                    signedBy = "Ελένη Жук",
                    signaturePng = signature,
                    condition = "Scratch on the left door",
                    photoHashes = new[] { photo.Text("hash") },
                }
            )
        ).Id();
        var before = await mina.BytesAsync($"check-in-sheets/{sheet}/check-in.pdf");
        using (var pdf = PdfDocument.Open(before))
        {
            var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
            foreach (
                var words in new[]
                {
                    "Check-in",
                    "Ελένη Жук",
                    "Rattles",
                    "Scratch on the left door",
                    "wants old parts returned",
                    "belongings",
                    "signed on screen",
                }
            )
                Assert.Contains(words, text, StringComparison.Ordinal);
            // The logo, the photo of the car and the signature.
            Assert.Equal(3, pdf.GetPages().Sum(p => p.GetImages().Count()));
        }
        // Terms and order change; what was signed does not.
        await ingrid.PostAsync("setup/texts", new { field = "checkInTerms", value = "Other terms" });
        await mina.HeaderAsync(order, "oldPartsBack", "false");
        Assert.Equal("Other terms", (await mina.GetAsync($"orders/{order}/check-in"))["document"]!.Text("terms"));
        Assert.Equal(before, await mina.BytesAsync($"check-in-sheets/{sheet}/check-in.pdf"));
        Assert.Equal(
            (1, "Ελένη Жук"),
            (
                (await mina.SheetAsync(order))["checkIns"]!.GetValue<int>(),
                (await mina.GetAsync($"orders/{order}/check-in")).List("signed").Single()!.Text("signedBy")
            )
        );
        await using var db = shop.OpenDb();
        var refused = await Assert.ThrowsAnyAsync<Exception>(() =>
            db.CheckInSheets.Where(c => c.Id == sheet).ExecuteUpdateAsync(s => s.SetProperty(c => c.SignedBy, "Nobody"))
        );
        Assert.Contains("only be added to", refused.Message, StringComparison.Ordinal);

        static byte[] Blank()
        {
            using var bitmap = new SKBitmap(200, 80);
            bitmap.Erase(SKColors.Transparent);
            using var data = bitmap.Encode(SKEncodedImageFormat.Png, 90);
            return data.ToArray();
        }
    }

    [Fact]
    public async Task Texts_are_changed_by_those_who_may_and_stand_on_the_next_document()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        await ingrid.PostAsync("setup/texts", new { field = "terms", value = "Paid on collection." });
        Assert.Equal("Paid on collection.", (await ingrid.GetAsync("setup/texts")).Text("terms"));
        Assert.Equal(
            "terms",
            (await ingrid.RefusedAsync("setup/texts", new { field = "terms", value = new string('x', 6001) })).Text("field")
        );
        Assert.Equal("shop.field", (await ingrid.RefusedAsync("setup/texts", new { field = "name", value = "Other" })).Text("code"));
    }
}
