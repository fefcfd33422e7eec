namespace Yardstick.Core.Setup;

/// <summary>A backup that was made and proven, or that could not be.</summary>
public class BackupRecord
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Begun, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Where it went.</summary>
    public required string Folder { get; init; }

    /// <summary>Its file's name; empty where none was written.</summary>
    public string FileName { get; init; } = "";

    /// <summary>Its size, bytes.</summary>
    public long Bytes { get; init; }

    /// <summary>How long it took to write and to prove, milliseconds.</summary>
    public long Milliseconds { get; init; }

    /// <summary>What went wrong, in a sentence; empty where it was opened, checked, and its books added up.</summary>
    public string Problem { get; init; } = "";

    /// <summary>Who asked for it; null where the plan did.</summary>
    public long? ById { get; init; }

    /// <summary>It was proven good.</summary>
    public bool IsGood => Problem.Length == 0;
}
