using Xunit.Sdk;
using Xunit.v3;
using Yardstick.Server.Tests.Support;

[assembly: TestMethodOrderer(typeof(ByName))]

namespace Yardstick.Server.Tests.Support;

/// <summary>
/// Tests that share a shop run by name, not in an order that follows the folder they were built in. TESTS_REVERSED turns it round, so
/// that what leans on a test before it is found.
/// </summary>
public sealed class ByName : ITestMethodOrderer
{
    public IReadOnlyCollection<TTestMethod?> OrderTestMethods<TTestMethod>(IReadOnlyCollection<TTestMethod?> testMethods)
        where TTestMethod : notnull, ITestMethod
    {
        var byName = testMethods.OrderBy(t => t?.MethodName, StringComparer.Ordinal).ToList();
        if (Environment.GetEnvironmentVariable("TESTS_REVERSED") is not null)
            byName.Reverse();
        return byName;
    }
}
