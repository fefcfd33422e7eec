using Yardstick.Core.Setup;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Setup;

/// <summary>Views that people keep: only pages of the program, and taken off only by whom they belong to.</summary>
public class SavedViewTests
{
    [Theory]
    [InlineData("", "/billing/invoices?state=open", "view.name")]
    [InlineData("Owed", "", "view.address")]
    [InlineData("Owed", "https://example.com/", "view.address")]
    [InlineData("Owed", "//example.com/", "view.address")]
    [InlineData("Owed", "/\\example.com", "view.address")]
    [InlineData("Owed", "javascript:alert(1)", "view.address")]
    public void Only_a_page_of_the_program_under_a_name_is_kept(string name, string address, string code) =>
        Assert.Equal(code, SavedView.Of("invoices", name, address, false, 1).Problem!.Code);

    [Fact]
    public void What_somebody_else_made_is_left_but_by_whoever_looks_after_what_everybody_has()
    {
        var own = SavedView.Of("invoices", "Owed", "/billing/invoices?state=open", false, Mina.StaffId).Value;
        Assert.True(own.Remove(true, false, Mina).Ok);
        Assert.Equal(Mina.At, own.RemovedAt);
        Assert.True(own.Remove(false, false, Mina).Ok);
        Assert.Null(own.RemovedAt);
        var others = SavedView.Of("invoices", "Owed", "/billing/invoices?state=open", true, 99).Value;
        Assert.Equal("view.others", others.Remove(true, false, Mina).Problem!.Code);
        Assert.True(others.Remove(true, true, Mina).Ok);
    }
}
