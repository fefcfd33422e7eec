using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.RegularExpressions;

namespace Yardstick.StandIns;

/// <summary>
/// A small mail server: takes emails over SMTP (RFC 5321) and keeps them for the mailbox page. It listens on the port given with
/// <c>--smtp</c>. Moods of the service <c>mail</c>: refuse answers RCPT with 550, fail answers DATA with 451, off hangs up,
/// loseAnswer takes the mail and hangs up before it says so. Addresses that begin with "nobody" bounce later.
/// </summary>
internal sealed partial class MailServer(
    IConfiguration configuration,
    Memory memory,
    Moods moods,
    TimeProvider time,
    ILogger<MailServer> log
) : BackgroundService
{
    private const int MostBytes = 20 * 1024 * 1024;

    private TcpListener? listener;

    /// <inheritdoc />
    public override Task StartAsync(CancellationToken cancellationToken)
    {
        if (int.TryParse(configuration["smtp"], out var port))
        {
            listener = new TcpListener(IPAddress.Loopback, port);
            listener.Start();
        }
        return base.StartAsync(cancellationToken);
    }

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (listener is not null && !stoppingToken.IsCancellationRequested)
        {
            var client = await listener.AcceptTcpClientAsync(stoppingToken);
            _ = TalkAsync(client, stoppingToken);
        }
    }

    /// <inheritdoc />
    public override void Dispose()
    {
        listener?.Dispose();
        base.Dispose();
    }

    private async Task TalkAsync(TcpClient client, CancellationToken cancel)
    {
        using var _ = client;
        try
        {
            await using var stream = client.GetStream();
            using var reader = new StreamReader(stream, Encoding.UTF8);
            await using var writer = new StreamWriter(stream, new UTF8Encoding(false)) { NewLine = "\r\n", AutoFlush = true };
            var mood = moods.Next("mail");
            if (mood.DelayMs > 0)
                await Task.Delay(mood.DelayMs, cancel);
            if (mood.Mode == "off")
                return;
            await writer.WriteLineAsync("220 mail.example ready");
            var to = "";
            while (await reader.ReadLineAsync(cancel) is { } line)
            {
                var verb = line.Split(' ', ':')[0].ToUpperInvariant();
                switch (verb)
                {
                    case "EHLO":
                        await writer.WriteLineAsync("250-mail.example\r\n250-8BITMIME\r\n250 SMTPUTF8");
                        break;
                    case "HELO" or "NOOP" or "RSET" or "MAIL":
                        await writer.WriteLineAsync("250 ok");
                        break;
                    case "RCPT":
                        to = Address().Match(line).Groups[1].Value;
                        await writer.WriteLineAsync(mood.Mode == "refuse" ? "550 no such mailbox" : "250 ok");
                        break;
                    case "DATA":
                        await writer.WriteLineAsync("354 go on");
                        var text = await ReadDataAsync(reader, cancel);
                        if (mood.Mode == "fail")
                        {
                            await writer.WriteLineAsync("451 try again later");
                            break;
                        }
                        Keep(to, text);
                        if (mood.Mode == "loseAnswer")
                            return;
                        await writer.WriteLineAsync("250 taken");
                        break;
                    case "QUIT":
                        await writer.WriteLineAsync("221 bye");
                        return;
                    default:
                        await writer.WriteLineAsync("502 not here");
                        break;
                }
            }
        }
        catch (Exception problem) when (problem is IOException or SocketException or OperationCanceledException)
        {
            log.LogDebug(problem, "A mail connection ended early.");
        }
    }

    private static async Task<string> ReadDataAsync(StreamReader reader, CancellationToken cancel)
    {
        var text = new StringBuilder();
        while (await reader.ReadLineAsync(cancel) is { } line && line != ".")
        {
            if (text.Length < MostBytes)
                text.Append(line.StartsWith('.') ? line[1..] : line).Append("\r\n");
        }
        return text.ToString();
    }

    private void Keep(string to, string raw)
    {
        string Header(string name) =>
            Regex
                .Match(Regex.Replace(raw, "\r\n[ \t]+", " "), $"^{name}: (.*)\r?$", RegexOptions.Multiline | RegexOptions.IgnoreCase)
                .Groups[1]
                .Value.Trim();
        var bounced = to.StartsWith("nobody", StringComparison.OrdinalIgnoreCase);
        memory.PostOnce(
            "mail",
            Header("Message-ID").Trim('<', '>'),
            to,
            Words(Header("Subject")),
            Body(raw),
            FileName().Match(raw).Groups[1].Value,
            time.GetUtcNow().UtcDateTime,
            bounced ? "failed" : "delivered",
            bounced ? "The mailbox does not exist." : "",
            Header("Reply-To").Trim('<', '>')
        );
    }

    /// <summary>The first text of a message, decoded.</summary>
    private static string Body(string raw)
    {
        var head = Regex.Match(raw, "Content-Type: text/plain.*?\r\n\r\n", RegexOptions.Singleline | RegexOptions.IgnoreCase);
        var start = head.Success ? head.Index + head.Length : raw.IndexOf("\r\n\r\n", StringComparison.Ordinal) + 4;
        var rest = raw[start..];
        var end = Regex.Match(rest, "\r\n--[^\r]+\r\n");
        var body = (end.Success ? rest[..end.Index] : rest).Trim();
        var headers = raw[..start];
        if (headers.Contains("base64", StringComparison.OrdinalIgnoreCase))
            return Encoding.UTF8.GetString(Convert.FromBase64String(body.ReplaceLineEndings("")));
        if (!headers.Contains("quoted-printable", StringComparison.OrdinalIgnoreCase))
            return body;
        return Quoted(body.Replace("=\r\n", "", StringComparison.Ordinal));
    }

    private static string Words(string header) =>
        Regex.Replace(
            header,
            @"=\?utf-8\?([bq])\?(.*?)\?=\s*",
            m =>
                m.Groups[1].Value.Equals("b", StringComparison.OrdinalIgnoreCase)
                    ? Encoding.UTF8.GetString(Convert.FromBase64String(m.Groups[2].Value))
                    : Quoted(m.Groups[2].Value.Replace('_', ' ')),
            RegexOptions.IgnoreCase
        );

    private static string Quoted(string text)
    {
        var bytes = new List<byte>();
        for (var i = 0; i < text.Length; i++)
        {
            if (
                text[i] == '='
                && i + 2 < text.Length
                && byte.TryParse(text.AsSpan(i + 1, 2), System.Globalization.NumberStyles.HexNumber, null, out var one)
            )
            {
                bytes.Add(one);
                i += 2;
            }
            else
                bytes.AddRange(Encoding.UTF8.GetBytes(text[i].ToString()));
        }
        return Encoding.UTF8.GetString([.. bytes]);
    }

    [GeneratedRegex("<([^>]*)>")]
    private static partial Regex Address();

    [GeneratedRegex("filename=\"?([^\"\r\n]+)\"?")]
    private static partial Regex FileName();
}
