namespace Yardstick.Core.Approval;

/// <summary>What a job adds to the total of a choice, tax included; below zero where it lowers it.</summary>
public sealed record JobAddition(long JobId, decimal Amount);
