using Xunit.Sdk;
using Xunit.v3;
using Yardstick.Server.Tests.Support;

[assembly: TestCaseOrderer(typeof(ByName))]

namespace Yardstick.Server.Tests.Support;

/// <summary>
/// Tests that share a shop run by name, not in an order that follows the folder they were built in. TESTS_REVERSED turns it round, so
/// that what leans on a test before it is found.
/// </summary>
public sealed class ByName : ITestCaseOrderer
{
    public IReadOnlyCollection<TTestCase> OrderTestCases<TTestCase>(IReadOnlyCollection<TTestCase> testCases)
        where TTestCase : notnull, ITestCase
    {
        var byName = testCases.OrderBy(t => t.TestCaseDisplayName, StringComparer.Ordinal).ToList();
        if (Environment.GetEnvironmentVariable("TESTS_REVERSED") is not null)
            byName.Reverse();
        return byName;
    }
}
