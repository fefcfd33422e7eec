namespace Yardstick.Core.Setup;

/// <summary>What an extra field holds.</summary>
public enum ExtraFieldType
{
    /// <summary>Words.</summary>
    Text,

    /// <summary>A figure.</summary>
    Number,

    /// <summary>A day.</summary>
    Date,

    /// <summary>One of several words.</summary>
    Choice,

    /// <summary>Yes or no.</summary>
    YesNo,
}
