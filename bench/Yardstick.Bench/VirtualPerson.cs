using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.SignalR.Client;

namespace Yardstick.Bench;

/// <summary>One person at one screen, who reads what the web reads and writes what the web writes.</summary>
internal sealed class VirtualPerson : IAsyncDisposable
{
    private static readonly string[] Writers = ["mina", "dario", "ingrid"],
        Technicians = ["tobias", "ana", "pieter", "noor"];
    private static readonly string[] Looked = ["fal", "tar", "LBT", "pet", "sor", "207 555", "hav", "3501", "qui", "mer"];

    private readonly HttpClient http;
    private readonly System.Net.CookieContainer cookies = new();
    private readonly PeopleBench.Figures figures;
    private readonly Random chance;
    private readonly int role;
    private readonly string user;
    private readonly Dictionary<string, CancellationTokenSource> reading = [];
    private readonly HashSet<string> own = [];
    private HubConnection? line;
    private string? floorTag;
    private long order;
    private readonly Dictionary<string, JsonNode> parts = [];
    private string has = "";
    private string offered = "",
        stated = "";
    private string? partsTag,
        noticesTag;
    private long hasOf;
    private int version;
    private long me;
    private string? benchTag;

    internal VirtualPerson(int index, Uri address, PeopleBench.Figures figures)
    {
        (this.figures, role, chance) = (figures, index % 10, new Random(index));
        user =
            role < 5 ? Writers[index % Writers.Length]
            : role < 8 ? Technicians[index % Technicians.Length]
            : role == 8 ? "wen"
            : "ingrid";
        http = new HttpClient(new SocketsHttpHandler { CookieContainer = cookies, PooledConnectionLifetime = TimeSpan.FromMinutes(10) })
        {
            BaseAddress = address,
            Timeout = TimeSpan.FromSeconds(30),
        };
        http.DefaultRequestHeaders.Add("X-Client-Id", Guid.NewGuid().ToString("N"));
        http.DefaultRequestHeaders.Add("Origin", address.GetLeftPart(UriPartial.Authority));
    }

    internal async Task SignInAsync()
    {
        await PostAsync("sign in", "session", new { userName = user, password = "lantern-bay" });
        me = (await GetAsync("session", "session"))?["id"]?.GetValue<long>() ?? 0;
        line = new HubConnectionBuilder().WithUrl(new Uri(http.BaseAddress!, "live"), o => o.Cookies = cookies).Build();
        line.On<JsonObject>("changed", notice => _ = HearAsync(notice));
        await line.StartAsync();
    }

    internal async Task WorkAsync(CancellationToken end)
    {
        try
        {
            await Task.Delay(chance.Next(4000), end);
            await FloorAsync();
            while (!end.IsCancellationRequested)
            {
                await (
                    role switch
                    {
                        < 5 => WriteAsync(),
                        < 8 => BenchAsync(),
                        8 => PartsAsync(),
                        _ => FloorAsync(),
                    }
                );
                await Task.Delay(chance.Next(1000, 5000), end);
            }
        }
        catch (OperationCanceledException)
        {
            // The time is over.
        }
    }

    /// <summary>A notice: what this screen shows of it is read again, as the web does.</summary>
    private Task HearAsync(JsonObject notice)
    {
        figures.Heard();
        var mine = own.Contains(notice["commandId"]!.GetValue<string>());
        var topics = notice["topics"]!
            .AsArray()
            .Select(t => (Kind: t!["kind"]!.GetValue<string>(), Id: t["id"]!.GetValue<long>()))
            .ToList();
        bool Tells(string kind, long? id) => topics.Exists(t => t.Kind == kind && (t.Id == 0 || t.Id == id));
        if (
            !mine
            && role < 5
            && order > 0
            && (Tells("Order", order) || Tells("Customer", parts.GetValueOrDefault("header")?["customer"]?["id"]?.GetValue<long>()))
        )
            _ = SheetAsync("sheet again");
        if (role == 8 && topics.Exists(t => t.Kind == "Parts"))
            _ = PartsAgainAsync();
        if (topics.Exists(t => t.Kind == "Notices"))
            _ = NoticesAsync();
        if (topics.Exists(t => t.Kind == "Floor"))
            _ = FloorAsync();
        if (role is >= 5 and < 8 && Tells("Bench", me))
            _ = BenchAgainAsync();
        return Task.CompletedTask;
    }

    private async Task PartsAgainAsync()
    {
        var (_, tag) = await AskAsync("parts again", "parts", partsTag);
        partsTag = tag ?? partsTag;
    }

    private async Task NoticesAsync()
    {
        var (_, tag) = await AskAsync("notices", "notices", noticesTag);
        noticesTag = tag ?? noticesTag;
    }

    private async Task BenchAgainAsync()
    {
        var (_, tag) = await AskAsync("bench again", "bench", benchTag);
        benchTag = tag ?? benchTag;
    }

    private async Task FloorAsync()
    {
        var (body, tag) = await AskAsync("floor", "floor", floorTag);
        floorTag = tag ?? floorTag;
        if (order == 0 && body is not null && body["cards"]!.AsArray() is { Count: > 0 } cards && role < 5)
            order = cards[chance.Next(cards.Count)]!["id"]!.GetValue<long>();
        cardIds = body is null ? cardIds : [.. body["cards"]!.AsArray().Select(c => c!["id"]!.GetValue<long>())];
    }

    private long[] cardIds = [];

    private async Task WriteAsync()
    {
        switch (chance.Next(10))
        {
            case 0 or 1:
                await GetAsync("find", $"find?q={Uri.EscapeDataString(Looked[chance.Next(Looked.Length)])}");
                break;
            case 2 or 3:
                if (cardIds.Length > 0)
                    order = cardIds[chance.Next(cardIds.Length)];
                await SheetAsync("open");
                break;
            default:
                if (order == 0)
                    await FloorAsync();
                else if (hasOf != order)
                    await SheetAsync("open");
                else
                    await EditAsync();
                break;
        }
    }

    private async Task SheetAsync(string kind)
    {
        if (hasOf != order)
            (has, hasOf) = ("", 0);
        var asked = order;
        if ((await AskAsync(kind, $"orders/{asked}", null, has)).Body is { } update && asked == order)
            Take(update);
        AskAround();
    }

    /// <summary>What hangs on the sheet from afar, asked once the hands rest, where what it hangs on is another.</summary>
    private void AskAround()
    {
        var (jobs, all) = (Tags("job:"), Tags("job:") + Tags("header"));
        if (jobs != offered)
            _ = GetAsync("offers", $"orders/{order}/offers");
        if (all != stated)
            _ = GetAsync("facts", $"orders/{order}/facts");
        (offered, stated) = (jobs, all);
    }

    private string Tags(string part) => order + string.Join(',', has.Split(',').Where(t => t.StartsWith(part, StringComparison.Ordinal)));

    /// <summary>Puts the parts that came to those that are here.</summary>
    private void Take(JsonNode update)
    {
        lock (parts)
        {
            if (hasOf != update["id"]!.GetValue<long>())
                parts.Clear();
            foreach (var name in new[] { "header", "totals", "around" })
                if (update[name] is { } part)
                    parts[name] = part.DeepClone();
            foreach (var job in update["jobs"]!.AsArray())
                parts[$"job:{job!["id"]}"] = job.DeepClone();
            var tags = update["tags"]!.AsArray();
            var now = tags.Select(t => t!["part"]!.GetValue<string>()).ToHashSet();
            foreach (var gone in parts.Keys.Where(k => !now.Contains(k)).ToList())
                parts.Remove(gone);
            has = string.Join(',', tags.Select(t => $"{t!["part"]}={t["tag"]}"));
            (hasOf, version) = (update["id"]!.GetValue<long>(), update["version"]!.GetValue<int>());
        }
    }

    private async Task EditAsync()
    {
        List<JsonNode> lines;
        lock (parts)
            lines = parts
                .Where(p => p.Key.StartsWith("job:", StringComparison.Ordinal))
                .SelectMany(p => p.Value["lines"]!.AsArray())
                .Select(l => l!)
                .ToList();
        var (at, what) = (order, chance.Next(4));
        JsonNode? answer;
        if (what == 0 || lines.Count == 0)
            answer = await PostAsync("add", $"orders/{at}/concerns", new { complaint = $"Noise {chance.Next(1000)}" }, has);
        else if (what == 1)
            answer = await PostAsync(
                "header",
                $"orders/{at}/header",
                new
                {
                    field = "keyTag",
                    value = $"{chance.Next(99)}",
                    version,
                },
                has
            );
        else
        {
            var chosen = lines[chance.Next(lines.Count)];
            var (field, value) =
                chosen["kind"]!.GetValue<string>() == "Labor"
                    ? ("hours", $"{chance.Next(1, 30) / 10m:0.0}")
                    : ("description", $"Part {chance.Next(1000)}");
            answer = await PostAsync(
                "edit",
                $"orders/{at}/lines/{chosen["id"]!.GetValue<long>()}",
                new
                {
                    field,
                    value,
                    version = chosen["version"]!.GetValue<int>(),
                },
                has
            );
        }
        // What the change did to the sheet came with its answer; what was refused is read.
        if (answer?["sheet"] is { } update)
            Take(update);
        else
            await SheetAsync("sheet again");
        AskAround();
    }

    private async Task BenchAsync()
    {
        var bench = await GetAsync("bench", "bench");
        var jobs = bench?["cars"]!.AsArray().SelectMany(c => c!["jobs"]!.AsArray().Select(j => (Car: c, Job: j!))).ToList() ?? [];
        if (jobs.Count == 0)
            return;
        var (car, job) = jobs[chance.Next(jobs.Count)];
        if (chance.Next(3) == 0)
            await PostAsync(
                "finding",
                $"orders/{car!["orderId"]!.GetValue<long>()}/findings",
                new { text = $"Seen {chance.Next(1000)}", rating = "Watch" }
            );
        else if (bench!["onJobId"] is not null)
            await PostAsync("clock", "bench/clock-off", new { });
        else
            await PostAsync("clock", $"bench/jobs/{job["id"]!.GetValue<long>()}/clock-on", new { });
    }

    private async Task PartsAsync()
    {
        var parts = await GetAsync("parts", "parts");
        if (parts?["needed"]!.AsArray() is { Count: > 0 } needed && chance.Next(3) == 0)
            await PostAsync(
                "order parts",
                "purchase-orders",
                new { supplierId = 1, lineIds = new[] { needed[chance.Next(needed.Count)]!["lineId"]!.GetValue<long>() } }
            );
    }

    private async Task<JsonNode?> GetAsync(string kind, string path) => (await AskAsync(kind, path, null)).Body;

    private async Task<(JsonNode? Body, string? Tag)> AskAsync(string kind, string path, string? tag, string sheet = "")
    {
        // A newer question about the same breaks the older one off.
        var cancel = new CancellationTokenSource();
        lock (reading)
        {
            if (reading.TryGetValue(path, out var older))
                older.Cancel();
            reading[path] = cancel;
        }
        var clock = Stopwatch.StartNew();
        try
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, "api/" + path);
            if (tag is not null)
                request.Headers.TryAddWithoutValidation("If-None-Match", tag);
            if (sheet.Length > 0)
                request.Headers.TryAddWithoutValidation("X-Sheet", sheet);
            using var answer = await http.SendAsync(request, cancel.Token);
            var body = await answer.Content.ReadAsStringAsync(cancel.Token);
            figures.Took(kind, clock.Elapsed.TotalMilliseconds);
            if ((int)answer.StatusCode >= 500)
                figures.Fault($"{kind} {(int)answer.StatusCode}");
            return (answer.IsSuccessStatusCode && body.Length > 0 ? JsonNode.Parse(body) : null, answer.Headers.ETag?.Tag);
        }
        catch (OperationCanceledException)
        {
            if (cancel.IsCancellationRequested)
                figures.BrokenOff();
            else
                figures.Fault($"{kind} gave no answer in 30 s");
        }
        catch (Exception fault) when (fault is HttpRequestException or IOException)
        {
            figures.Fault($"{kind} {fault.GetType().Name}");
        }
        return (null, null);
    }

    private async Task<JsonNode?> PostAsync(string kind, string path, object body, string sheet = "")
    {
        var id = Guid.NewGuid().ToString();
        own.Add(id);
        var clock = Stopwatch.StartNew();
        try
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "api/" + path) { Content = JsonContent.Create(body) };
            request.Headers.Add("X-Command-Id", id);
            if (sheet.Length > 0)
                request.Headers.TryAddWithoutValidation("X-Sheet", sheet);
            using var answer = await http.SendAsync(request);
            var text = await answer.Content.ReadAsStringAsync();
            figures.Took(kind, clock.Elapsed.TotalMilliseconds);
            if ((int)answer.StatusCode is >= 500 or 401 or 403 or 404 or 405)
                figures.Fault($"{kind} {(int)answer.StatusCode}");
            return answer.IsSuccessStatusCode && text.StartsWith('{') ? JsonNode.Parse(text) : null;
        }
        catch (Exception fault) when (fault is HttpRequestException or IOException or OperationCanceledException)
        {
            figures.Fault($"{kind} {fault.GetType().Name}");
        }
        return null;
    }

    public async ValueTask DisposeAsync()
    {
        if (line is not null)
            await line.DisposeAsync();
        http.Dispose();
    }
}
