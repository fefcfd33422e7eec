namespace Yardstick.Core.Imports;

/// <summary>How far an import is.</summary>
public enum ImportState
{
    /// <summary>Looked at; nothing is brought in.</summary>
    Previewed,

    /// <summary>Being brought in.</summary>
    Running,

    /// <summary>Brought in.</summary>
    Done,

    /// <summary>Being taken back.</summary>
    Undoing,

    /// <summary>Taken back.</summary>
    Undone,

    /// <summary>Stopped by somebody before its end; what was brought in stays.</summary>
    Stopped,
}
