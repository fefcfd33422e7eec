namespace Yardstick.Data.Demo;

/// <summary>The next free numbers after the history.</summary>
internal sealed record DemoNumbers(long Order, long Invoice);
