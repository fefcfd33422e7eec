using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using Yardstick.Core.Messaging;
using Yardstick.Server.Documents;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Safety;

/// <summary>The attacks of the security review, repeated and refused.</summary>
public class DoorTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<HttpResponseMessage> RawAsync(HttpMethod method, string path, params (string Name, string Value)[] headers)
    {
        using var http = new HttpClient(new SocketsHttpHandler { UseCookies = false }) { BaseAddress = shop.Address };
        using var request = new HttpRequestMessage(method, path);
        if (method != HttpMethod.Get)
            request.Content = JsonContent.Create(new { });
        foreach (var (name, value) in headers)
        {
            if (name == "Host")
                request.Headers.Host = value;
            else
                request.Headers.Add(name, value);
        }
        return await http.SendAsync(request);
    }

    private static uint Crc32(byte[] bytes)
    {
        var crc = uint.MaxValue;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var bit = 0; bit < 8; bit++)
                crc = (crc & 1) == 0 ? crc >> 1 : crc >> 1 ^ 0xEDB88320;
        }
        return ~crc;
    }

    /// <summary>A PNG of one color, so many pixels wide and high, in a few kilobytes.</summary>
    private static byte[] Bomb(int side)
    {
        using var png = new MemoryStream();
        png.Write([0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);
        void Chunk(string type, byte[] data)
        {
            var head = Encoding.ASCII.GetBytes(type);
            png.Write([(byte)(data.Length >> 24), (byte)(data.Length >> 16), (byte)(data.Length >> 8), (byte)data.Length]);
            png.Write(head);
            png.Write(data);
            var crc = Crc32([.. head, .. data]);
            png.Write([(byte)(crc >> 24), (byte)(crc >> 16), (byte)(crc >> 8), (byte)crc]);
        }
        byte[] Big(int value) => [(byte)(value >> 24), (byte)(value >> 16), (byte)(value >> 8), (byte)value];
        Chunk("IHDR", [.. Big(side), .. Big(side), 1, 3, 0, 0, 0]);
        Chunk("PLTE", [0, 0, 0, 255, 255, 255]);
        using var packed = new MemoryStream();
        using (var deflate = new ZLibStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
        {
            var row = new byte[1 + (side + 7) / 8];
            for (var y = 0; y < side; y++)
                deflate.Write(row);
        }
        Chunk("IDAT", packed.ToArray());
        Chunk("IEND", []);
        return png.ToArray();
    }

    [Fact]
    public async Task A_small_file_that_unpacks_to_half_a_gigabyte_is_refused_by_its_head()
    {
        var bomb = Bomb(12_000);
        Assert.InRange(bomb.Length, 1_000, 60_000);
        // The picture is a real one: only its size speaks against it.
        using var codec = SKCodec.Create(new MemoryStream(bomb));
        Assert.Equal(12_000, codec.Info.Width);
        using var pictures = new PictureGate();
        var unpacked = false;
        Assert.Null(await pictures.RunAsync<object>(bomb, (w, h) => (long)w * h <= PictureGate.MostPixels, _ => unpacked = true));
        Assert.False(unpacked);

        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Bombe");
        var decision = new
        {
            jobIds = new[] { job },
            kind = "Approved",
            decidedBy = "Vesa",
            channel = "InPerson",
            signaturePng = Convert.ToBase64String(bomb),
        };
        Assert.Equal("signature.unreadable", (await mina.RefusedAsync($"orders/{order}/decisions", decision)).Text("code"));
        var (status, answer) = await mina.UploadAsync("photos", bomb);
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "photo.unreadable"), (status, answer!.Text("code")));
    }

    [Fact]
    public async Task What_is_no_picture_reaches_no_decoder()
    {
        using var pictures = new PictureGate();
        foreach (var bytes in new[] { "BM0000000000000000", "\0\0\u0001\0ico", "II*\0tiff", "plain" })
            Assert.Null(
                await pictures.RunAsync<object>(
                    Encoding.Latin1.GetBytes(bytes),
                    (_, _) => true,
                    _ => throw new InvalidOperationException("It was decoded.")
                )
            );
    }

    [Theory]
    [InlineData("Origin", "https://127.0.0.1:9", false)]
    [InlineData("Origin", "null", false)]
    [InlineData("Host", "evil.example", false)]
    [InlineData("Host", "localhost", true)]
    public async Task Only_our_own_pages_change_anything_under_our_own_names(string header, string value, bool taken)
    {
        using var answer = await RawAsync(HttpMethod.Post, "api/session", (header, value));
        Assert.Equal(taken, answer.StatusCode is HttpStatusCode.Unauthorized or HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Another_scheme_is_another_site()
    {
        using var answer = await RawAsync(HttpMethod.Post, "api/session", ("Origin", $"https://{shop.Address.Authority}"));
        Assert.Equal(HttpStatusCode.Forbidden, answer.StatusCode);
    }

    [Fact]
    public async Task What_is_personal_stays_in_no_cache_and_nothing_tells_what_serves_it()
    {
        using var mina = await shop.SignInAsync("mina");
        foreach (var path in new[] { "orders/2501", "customers/1", "session", "welcome" })
        {
            using var answer = await mina.RawAsync(new HttpRequestMessage(HttpMethod.Get, path));
            Assert.True(answer.Headers.CacheControl!.NoStore, path);
            Assert.False(answer.Headers.Contains("Server"));
            Assert.Equal("noindex", answer.Headers.GetValues("X-Robots-Tag").Single());
        }
        using var policy = await mina.RawAsync(new HttpRequestMessage(HttpMethod.Get, "welcome"));
        var csp = string.Join(' ', policy.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("script-src 'self'", csp, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe-eval", csp, StringComparison.Ordinal);
        using var description = await RawAsync(HttpMethod.Get, "openapi/v1.json");
        Assert.Equal(HttpStatusCode.Unauthorized, description.StatusCode);
    }

    [Fact]
    public async Task A_command_id_that_meant_something_else_is_refused()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Doppelt");
        var id = Guid.NewGuid();
        var version = (await mina.SheetAsync(order))["version"]!.GetValue<int>();
        Task<(HttpStatusCode Status, JsonNode? Body)> SetAsync(string value, string path = "header") =>
            mina.SendAsync(
                HttpMethod.Post,
                $"orders/{order}/{path}",
                new
                {
                    field = "keyTag",
                    value,
                    version,
                },
                id
            );
        Assert.Equal(HttpStatusCode.OK, (await SetAsync("31")).Status);
        Assert.Equal(HttpStatusCode.OK, (await SetAsync("31")).Status);
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "command.reused"),
            ((await SetAsync("32")).Status, (await SetAsync("32")).Body!.Text("code"))
        );
        Assert.Equal("command.reused", (await SetAsync("31", "jobs")).Body!.Text("code"));
        Assert.Equal("31", (await mina.SheetAsync(order)).Text("keyTag"));
    }

    [Fact]
    public async Task Numbers_are_no_names_and_nothing_is_no_500()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, job) = await ingrid.WriteUpAsync("Leer");
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await ingrid.SendAsync(
                    HttpMethod.Post,
                    $"orders/{order}/take",
                    new
                    {
                        kind = "discount",
                        on = 7,
                        text = "10%",
                    }
                )
            ).Status
        );
        foreach (var path in new[] { "canned-jobs", "canned-sets", $"orders/{order}/jobs/{job}/paste" })
            Assert.InRange((int)(await ingrid.SendAsync(HttpMethod.Post, path, new { })).Status, 200, 422);
        Assert.Equal(HttpStatusCode.NotFound, (await ingrid.SendAsync(HttpMethod.Post, "imports/999999/run")).Status);
    }

    [Theory]
    [InlineData("{% include 'x' %}")]
    [InlineData("{% for i in (1..20000000) %}{% endfor %}")]
    [InlineData("{% assign x = 1 %}")]
    [InlineData("{% capture x %}a{% endcapture %}")]
    [InlineData("{% if customer.name %}{% for i in (1..9) %}{% endfor %}{% endif %}")]
    public async Task Templates_take_fields_and_conditions_only(string body)
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        Assert.Equal(
            "body",
            (
                await ingrid.RefusedAsync(
                    "templates",
                    new
                    {
                        name = "Try",
                        channel = "Text",
                        body,
                        use = "",
                    }
                )
            ).Text("field")
        );
        Assert.Equal("body", (await ingrid.RefusedAsync("templates/preview", new { body })).Text("field"));
    }

    [Fact]
    public async Task Templates_have_an_end_and_conditions_work()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        Assert.Equal(
            "template.long",
            (
                await ingrid.RefusedAsync(
                    "templates",
                    new
                    {
                        name = "Long",
                        channel = "Text",
                        body = new string('x', 20_001),
                        use = "",
                    }
                )
            ).Text("code")
        );
        var filled = await ingrid.PostAsync(
            "templates/preview",
            new { body = "{% if car.plate %}{{ car.plate }}{% else %}no plate{% endif %}" }
        );
        Assert.NotEqual("", filled.Text("body"));
    }

    [Fact]
    public async Task The_data_are_for_this_account_of_the_machine_alone()
    {
        if (OperatingSystem.IsWindows())
            throw new PlatformNotSupportedException();
        const UnixFileMode Others =
            UnixFileMode.GroupRead
            | UnixFileMode.GroupWrite
            | UnixFileMode.GroupExecute
            | UnixFileMode.OtherRead
            | UnixFileMode.OtherWrite
            | UnixFileMode.OtherExecute;
        var archive = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.zip");
        await BackupCommand.BackupAsync(shop.Folder, archive);
        foreach (
            var path in new[]
            {
                shop.Folder,
                Path.Combine(shop.Folder, "shop.db"),
                Path.Combine(shop.Folder, "photos"),
                Path.Combine(shop.Folder, "keys"),
                archive,
            }
        )
            Assert.Equal(UnixFileMode.None, File.GetUnixFileMode(path) & Others);
        Assert.Empty(Directory.EnumerateFiles(shop.Folder, "copy-*"));
        File.Delete(archive);
    }

    [Fact]
    public async Task The_link_that_answers_is_told_to_nobody_in_the_shop()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Geheim");
        await shop.MoodAsync("mail", "off");
        await mina.PostAsync(
            $"orders/{order}/links",
            new
            {
                channel = "Email",
                address = "geheim@mail.example",
                subject = "Estimate",
                body = "Look: {{ link }}",
                now = true,
            }
        );
        using var wen = await shop.SignInAsync("wen");
        var told = (await wen.GetAsync($"orders/{order}/messages")).List("messages").Single()!;
        Assert.EndsWith("/approve/…", told.Text("body"), StringComparison.Ordinal);
        await using var db = shop.OpenDb();
        var kept = await db.Messages.AsNoTracking().SingleAsync(m => m.OrderId == order);
        Assert.DoesNotMatch(@"approve/[\w-]{8}", kept.Body);
        Assert.NotEqual("", kept.SealedToken);
        await shop.MoodAsync("mail", "ok");
        shop.Time.Advance(TimeSpan.FromMinutes(10));
        JsonNode? mail = null;
        for (var i = 0; i < 600 && mail is null; i++)
        {
            await Task.Delay(100);
            mail = JsonNode
                .Parse(await shop.Outside.GetStringAsync("post/all"))!
                .AsArray()
                .FirstOrDefault(p => p!.Text("address") == "geheim@mail.example");
        }
        Assert.Matches(@"/approve/[\w-]{22}", mail!.Text("body"));
    }

    [Fact]
    public async Task A_link_whose_keys_are_gone_is_told_and_not_tried_for_ever()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Schluessel");
        await shop.MoodAsync("mail", "off");
        await mina.PostAsync(
            $"orders/{order}/links",
            new
            {
                channel = "Email",
                address = "keys@mail.example",
                subject = "Estimate",
                body = "Look: {{ link }}",
                now = true,
            }
        );
        // As in a shop that was restored from a backup, which holds no keys.
        // It has to rest between two tries, so that nobody holds the old seal in hand.
        await using (var db = shop.OpenDb())
        {
            for (
                var i = 0;
                i < 150 && !await db.Messages.AnyAsync(m => m.OrderId == order && m.State == MessageState.Waiting && m.Tries > 0);
                i++
            )
            {
                shop.Time.Advance(TimeSpan.FromSeconds(1));
                await Task.Delay(100);
            }
            await db.Messages.Where(m => m.OrderId == order).ExecuteUpdateAsync(s => s.SetProperty(m => m.SealedToken, "sealed elsewhere"));
        }
        await shop.MoodAsync("mail", "ok");
        var state = "";
        for (var i = 0; i < 150 && state != "Failed"; i++)
        {
            shop.Time.Advance(TimeSpan.FromSeconds(30));
            await Task.Delay(100);
            state = (await mina.GetAsync($"orders/{order}/messages")).List("messages").Single()!.Text("state");
        }
        Assert.Equal("Failed", state);
    }

    [Fact]
    public async Task A_file_that_was_taken_off_is_not_served_and_text_is_saved_as_text()
    {
        using var mina = await shop.SignInAsync("mina");
        var (_, kept) = await mina.KeepAsync("files/Order/2501?name=run.bat", "echo hello"u8.ToArray());
        await using var db = shop.OpenDb();
        Assert.Equal("run.bat.txt", await db.Files.Where(f => f.Id == kept.Id()).Select(f => f.Name).SingleAsync());
        Assert.Equal(HttpStatusCode.OK, (await mina.SendAsync(HttpMethod.Get, $"files/{kept.Id()}/content")).Status);
        await mina.SendAsync(HttpMethod.Delete, $"files/{kept.Id()}");
        Assert.Equal(HttpStatusCode.NotFound, (await mina.SendAsync(HttpMethod.Get, $"files/{kept.Id()}/content")).Status);
    }

    [Fact]
    public async Task A_technician_reads_a_VIN_only_on_their_own_bench_and_changes_none_that_is_known()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        var (order, _) = await mina.WriteUpAsync("Vinnie");
        const string Vin = "1M8GDM9AXKP042788",
            Other = "11111111111111111";
        var (status, gone) = await ana.SendAsync(HttpMethod.Post, $"bench/orders/{order}/vin", new { vin = Vin });
        Assert.Equal("bench.gone", gone!.Text("code"));
        Assert.NotEqual(HttpStatusCode.OK, status);
        // Named on all its lines, she has the car on her bench.
        await mina.PostAsync($"orders/{order}/technician", new { technicianId = 6 });
        Assert.Contains((await ana.GetAsync("bench")).List("cars"), c => c!["orderId"]!.GetValue<long>() == order);
        Assert.Contains((await mina.GetAsync("floor")).List("cards").Single(c => c!.Id() == order)!.List("technicianIds"), t =>
            t!.GetValue<long>() == 6
        );
        await ana.PostAsync($"bench/orders/{order}/vin", new { vin = Vin });
        await ana.PostAsync($"bench/orders/{order}/vin", new { vin = Other });
        await using var db = shop.OpenDb();
        Assert.Equal(
            Vin,
            await db.Orders.Where(o => o.Id == order).Join(db.Vehicles, o => o.VehicleId, v => v.Id, (o, v) => v.Vin.Text).SingleAsync()
        );
        Assert.Contains((await mina.GetAsync("notices")).AsArray(), n => n!.Text("text").Contains(Other, StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_wish_is_about_an_address_and_two_addresses_are_none()
    {
        using var mina = await shop.SignInAsync("mina");
        Assert.Equal(
            "address",
            (await mina.RefusedAsync("writing-wishes", new { address = new string('x', 100_000), refused = true })).Text("field")
        );
        var (order, _) = await mina.WriteUpAsync("Zwei");
        Assert.Equal(
            "address",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/messages",
                    new
                    {
                        channel = "Email",
                        address = "a@mail.example, b@mail.example",
                        subject = "x",
                        body = "x",
                        now = true,
                    }
                )
            ).Text("field")
        );
    }

    [Fact]
    public async Task The_parts_person_cannot_work_a_margin_out()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        var (order, job) = await mina.WriteUpAsync("Sublet");
        var line = (
            await mina.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Sublet",
                    description = "Glass",
                    unitCost = "100",
                }
            )
        ).Id();
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "unitCost",
                value = "120",
                version = 1,
            }
        );
        Assert.DoesNotContain((await wen.GetAsync($"orders/{order}/record")).AsArray(), r => r!.Text("field") == "unitCost");
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), r => r!.Text("field") == "unitCost");
        Assert.DoesNotContain("Marked up", (await wen.GetAsync($"orders/{order}/why")).ToJsonString(), StringComparison.Ordinal);
    }
}
