namespace Yardstick.Core.Values;

/// <summary>A field before and after.</summary>
public sealed record FieldChange(string Field, string Old, string New);
