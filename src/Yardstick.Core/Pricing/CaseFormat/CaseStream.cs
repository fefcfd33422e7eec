using System.Buffers;
using System.IO.Pipelines;
using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Reads one case as JSON, or many as JSON Lines, as a stream, and writes one result a line (rules, The price command).</summary>
public static class CaseStream
{
    /// <summary>A file whose first line is no whole value is one case up to this size, else JSON Lines.</summary>
    private const int OneCaseAtMost = 16 * 1024 * 1024;

    /// <summary>Reads cases and writes for each what the answer says.</summary>
    /// <param name="input">The cases.</param>
    /// <param name="output">Gets the results.</param>
    /// <param name="answer">Writes the result of a case; what is wrong with it is thrown as <see cref="CaseException"/>.</param>
    /// <returns>0, or 1 if any case was bad.</returns>
    public static async Task<int> RunAsync(Stream input, Stream output, Action<Utf8JsonWriter, ReadOnlyMemory<byte>> answer)
    {
        using var run = new Run(output, answer);
        var reader = PipeReader.Create(input, new StreamPipeReaderOptions(bufferSize: 64 * 1024));
        bool? lines = null;
        while (true)
        {
            var read = await reader.ReadAsync();
            var buffer = read.Buffer;
            var consumed = buffer.Start;
            if (lines is null)
                lines = Decide(buffer, read.IsCompleted);
            if (lines is true)
            {
                while (TryReadLine(ref buffer, read.IsCompleted, out var line))
                    run.Line(line);
                consumed = buffer.Start;
            }
            else if (read.IsCompleted)
            {
                run.Line(buffer);
                consumed = buffer.End;
            }
            reader.AdvanceTo(consumed, read.Buffer.End);
            await run.FlushAsync(read.IsCompleted);
            if (read.IsCompleted)
                break;
        }
        await reader.CompleteAsync();
        return run.Bad ? 1 : 0;
    }

    /// <summary>True for JSON Lines, false for one case, null while it can't be told yet.</summary>
    private static bool? Decide(ReadOnlySequence<byte> buffer, bool completed)
    {
        var rest = buffer;
        while (TryReadLine(ref rest, completed, out var line))
        {
            if (Blank(line))
                continue;
            if (IsWholeValue(line))
                return true;
            break;
        }
        if (buffer.Length > OneCaseAtMost)
            return true;
        return completed ? false : null;
    }

    private static bool IsWholeValue(in ReadOnlySequence<byte> line)
    {
        var reader = new Utf8JsonReader(line);
        try
        {
            return reader.Read() && reader.TrySkip() && !reader.Read();
        }
        catch (JsonException)
        {
            return false;
        }
    }

    private static bool TryReadLine(ref ReadOnlySequence<byte> buffer, bool completed, out ReadOnlySequence<byte> line)
    {
        if (buffer.PositionOf((byte)'\n') is { } end)
        {
            line = buffer.Slice(0, end);
            buffer = buffer.Slice(buffer.GetPosition(1, end));
            return true;
        }
        line = buffer;
        if (!completed || buffer.IsEmpty)
            return false;
        buffer = buffer.Slice(buffer.End);
        return true;
    }

    private static bool Blank(in ReadOnlySequence<byte> line)
    {
        foreach (var segment in line)
        {
            if (segment.Span.ContainsAnyExcept(" \t\r\n"u8))
                return false;
        }
        return true;
    }

    private sealed class Run(Stream output, Action<Utf8JsonWriter, ReadOnlyMemory<byte>> answer) : IDisposable
    {
        private readonly ArrayBufferWriter<byte> pending = new(128 * 1024);
        private Utf8JsonWriter? json;

        internal bool Bad { get; private set; }

        internal void Line(in ReadOnlySequence<byte> line)
        {
            if (Blank(line))
                return;
            if (json is null)
                json = new Utf8JsonWriter(pending);
            else
                json.Reset();
            try
            {
                var bytes = line.IsSingleSegment ? line.First : line.ToArray();
                answer(json, bytes);
            }
            catch (CaseException bad)
            {
                Bad = true;
                ResultWriter.WriteError(json, bad);
            }
            json.Flush();
            pending.Write("\n"u8);
        }

        public void Dispose() => json?.Dispose();

        internal async Task FlushAsync(bool last)
        {
            if (pending.WrittenCount > 0 && (last || pending.WrittenCount > 64 * 1024))
            {
                await output.WriteAsync(pending.WrittenMemory);
                pending.ResetWrittenCount();
            }
            if (last)
                await output.FlushAsync();
        }
    }
}
