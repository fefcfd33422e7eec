using System.Text.Json;

namespace Yardstick.Core.Orders;

/// <summary>A line's source before its last change.</summary>
public partial class Line
{
    /// <summary>Remembers the source as it is, before it is changed.</summary>
    internal void KeepSource() => SourceBefore = JsonSerializer.Serialize(LineSourceState.Of(this));

    /// <summary>Exchanges the source with the one before. False where there was none.</summary>
    internal bool SwapSource()
    {
        if (SourceBefore.Length == 0) return false;
        var before = JsonSerializer.Deserialize<LineSourceState>(SourceBefore)!;
        KeepSource();
        before.PutOn(this);
        return true;
    }
}
