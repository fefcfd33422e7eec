namespace Yardstick.Core.Documents;

/// <summary>A concern with its cause and correction.</summary>
public sealed record DocumentConcern(string Complaint, string Cause, string Correction);
