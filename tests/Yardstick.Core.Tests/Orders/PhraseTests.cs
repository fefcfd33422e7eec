using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;

namespace Yardstick.Core.Tests.Orders;

/// <summary>Phrases and trouble codes.</summary>
public class PhraseTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 0, 0);

    private static Phrase Used(string text, int uses) =>
        new()
        {
            Text = text,
            Uses = uses,
            LastUsedAt = Now,
        };

    [Fact]
    public void What_begins_with_the_text_comes_first_then_what_has_its_words_the_most_used_before_others()
    {
        Phrase[] phrases =
        [
            Used("Brakes squeal", 2),
            Used("Squeals when braking", 9),
            Used("Squeals at idle", 3),
            Used("Pulls to the right", 50),
            new()
            {
                Text = "Squeals, forgotten",
                Uses = 99,
                ForgottenAt = Now,
            },
        ];
        Assert.Equal(["Squeals when braking", "Squeals at idle", "Brakes squeal"], Phrase.Fitting(phrases, "squeal").Select(p => p.Text));
        Assert.Equal(["Squeals when braking"], Phrase.Fitting(phrases, "braking squ").Select(p => p.Text));
        Assert.Equal("Pulls to the right", Phrase.Fitting(phrases, "").First().Text);
    }

    [Theory]
    [InlineData("  Leaks   oil ", "Leaks oil")]
    [InlineData("ok", null)]
    [InlineData(null, null)]
    public void A_text_is_kept_tidy_and_not_at_all_where_it_is_no_words(string? text, string? kept) => Assert.Equal(kept, Phrase.Of(text));

    [Fact]
    public void A_letter_is_no_phrase() => Assert.Null(Phrase.Of(new string('a', Phrase.Longest + 1)));

    [Theory]
    [InlineData("p0420", "P0420", true, "powertrain")]
    [InlineData(" U0100 ", "U0100", true, "network")]
    [InlineData("P1234", "P1234", false, "powertrain")]
    [InlineData("P3000", "P3000", false, "powertrain")]
    [InlineData("P3456", "P3456", true, "powertrain")]
    [InlineData("C0035-1a", "C0035-1A", true, "chassis")]
    [InlineData("B1001", "B1001", false, "body")]
    public void A_code_is_understood_by_the_form_of_the_standard(string text, string code, bool generic, string system)
    {
        var parsed = TroubleCode.Parse(text).Value;
        Assert.Equal((code, generic, system), (parsed.Text, parsed.IsGeneric, parsed.System));
    }

    [Theory]
    [InlineData("P042")]
    [InlineData("X0420")]
    [InlineData("P4420")]
    [InlineData("P04200")]
    [InlineData("P0420 and more")]
    [InlineData("")]
    [InlineData(null)]
    public void Anything_else_is_no_code(string? text) => Assert.Equal("troubleCode.form", TroubleCode.Parse(text).Problem!.Code);

    [Fact]
    public void Codes_are_found_in_a_text() =>
        Assert.Equal(["P0420", "P0301-22"], TroubleCode.In("Light on, p0420 and P0301-22; part AP0420X is none").Select(c => c.Text));

    [Fact]
    public void Every_code_of_the_list_has_the_form_is_generic_and_says_something_of_its_own()
    {
        Assert.True(TroubleCodes.Known.Count >= 300);
        foreach (var (code, meaning) in TroubleCodes.Known)
        {
            Assert.True(TroubleCode.Parse(code).Value.IsGeneric, code);
            Assert.InRange(meaning.Length, 8, 90);
            Assert.DoesNotContain(code, meaning, StringComparison.Ordinal);
        }
        Assert.Equal(TroubleCodes.Known.Count, TroubleCodes.Known.Values.Distinct().Count());
    }

    [Fact]
    public void A_code_says_what_it_means_or_why_nobody_can_tell()
    {
        Assert.Equal("Cylinder 1 misfires", TroubleCodes.Meaning(new TroubleCode("P0301-00")));
        Assert.Contains("manufacturer", TroubleCodes.Meaning(new TroubleCode("P1301")), StringComparison.Ordinal);
        Assert.Contains("no description on file", TroubleCodes.Meaning(new TroubleCode("P0FFF")), StringComparison.Ordinal);
        Assert.Equal(["P0300", "P0301"], TroubleCodes.Beginning("p030").Take(2).Select(c => c.Key));
        Assert.Empty(TroubleCodes.Beginning("P0"));
        Assert.Empty(TroubleCodes.Beginning("oil"));
    }
}
