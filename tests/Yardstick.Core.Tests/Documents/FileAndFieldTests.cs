using System.Text;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Documents;

/// <summary>What files are told from, fields of the shop's own, cards.</summary>
public class FileAndFieldTests
{
    private static readonly LocalDateTime Now = new(2026, 11, 23, 10, 20, 0);

    [Theory]
    [InlineData("%PDF-1.7 x", "a.exe", "application/pdf")]
    [InlineData("GIF89a", "a", "image/gif")]
    [InlineData("plain words\r\n\tand more", "a.pdf", "text/plain")]
    [InlineData("PK\u0003\u0004", "letter.docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document")]
    [InlineData("PK\u0003\u0004", "app.jar", null)]
    [InlineData("MZ\u0090\u0000", "picture.jpg", null)]
    [InlineData("<html><script>", "notes.txt", null)]
    [InlineData("  <svg onload=", "drawing.svg", null)]
    [InlineData("#!/bin/sh", "notes.txt", null)]
    [InlineData("", "empty.txt", null)]
    public void A_file_is_told_from_its_content_and_never_from_its_name(string content, string name, string? type)
    {
        var answer = FileContent.TypeOf(Encoding.Latin1.GetBytes(content), name);
        Assert.Equal(type, answer.Ok ? answer.Value : null);
        if (!answer.Ok)
            Assert.Contains(content.Length == 0 ? "empty" : name, answer.Problem!.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("C:\\photos\\left door.jpg", "left door.jpg")]
    [InlineData("../../etc/passwd", "passwd")]
    [InlineData("a<b>:\"c\".pdf", "abc.pdf")]
    [InlineData("", "file")]
    [InlineData(null, "file")]
    public void A_name_keeps_what_is_a_name(string? name, string clean) => Assert.Equal(clean, AttachedFile.CleanName(name));

    [Fact]
    public void A_long_name_is_cut() => Assert.Equal(120, AttachedFile.CleanName(new string('x', 500)).Length);

    [Theory]
    [InlineData(ExtraFieldType.Text, " after 4 pm ", "after 4 pm", null)]
    [InlineData(ExtraFieldType.Number, "1,5", "1.5", null)]
    [InlineData(ExtraFieldType.Number, "many", null, "extraField.number")]
    [InlineData(ExtraFieldType.Date, "11/30/2026", "2026-11-30", null)]
    [InlineData(ExtraFieldType.Choice, "TRUNK", "trunk", null)]
    [InlineData(ExtraFieldType.Choice, "roof", null, "extraField.choice")]
    [InlineData(ExtraFieldType.YesNo, "Y", "yes", null)]
    [InlineData(ExtraFieldType.YesNo, "perhaps", null, "extraField.yesNo")]
    [InlineData(ExtraFieldType.Choice, "", "", null)]
    public void A_field_of_the_shops_own_holds_what_it_is_for(ExtraFieldType type, string typed, string? kept, string? problem)
    {
        var field = ExtraField.Create(RecordKind.Vehicle, "Wheel lock key", type, "glove box, trunk").Value;
        var read = field.Read(typed, Now);
        Assert.Equal((kept, problem), (read.Ok ? read.Value : null, read.Problem?.Code));
    }

    [Theory]
    [InlineData("", ExtraFieldType.Text, "", "name")]
    [InlineData("Key", ExtraFieldType.Choice, "only one", "choices")]
    [InlineData("Key", ExtraFieldType.Choice, "one,two", null)]
    public void A_field_needs_a_name_and_words_to_choose_from(string name, ExtraFieldType type, string choices, string? field) =>
        Assert.Equal(field, ExtraField.Create(RecordKind.Order, name, type, choices).Problem?.Field);

    [Fact]
    public void A_card_says_who_and_how_to_reach_them()
    {
        var customer = Customer.Create("Imke", "Sorensen, Jr", "Tide; Line", "207 555 0142", "imke@mail.example", "US", Now.Utc()).Value;
        customer.Set("address", "12 Pier Street\nLantern Bay", Now);
        var card = VCard.Of(customer);
        var lines = card.Split("\r\n");
        Assert.Equal(["BEGIN:VCARD", "VERSION:4.0", "KIND:org", "FN:Tide\\; Line", "N:Sorensen\\, Jr;Imke;;;"], lines[..5]);
        Assert.Contains("TEL;VALUE=uri;TYPE=cell:tel:+12075550142", lines);
        Assert.Contains("EMAIL:imke@mail.example", lines);
        Assert.EndsWith("END:VCARD\r\n", card, StringComparison.Ordinal);
        Assert.All(lines, l => Assert.True(Encoding.UTF8.GetByteCount(l) <= 75, l));
    }

    [Fact]
    public void A_long_name_in_another_script_is_folded_between_characters()
    {
        var customer = Customer.Create(string.Concat(Enumerable.Repeat("Ωμέγα", 20)), "Ж", null, null, null, "US", Now.Utc()).Value;
        var unfolded = VCard.Of(customer).Replace("\r\n ", "", StringComparison.Ordinal);
        Assert.Contains($"FN:{customer.DisplayName}", unfolded, StringComparison.Ordinal);
        Assert.All(VCard.Of(customer).Split("\r\n"), l => Assert.True(Encoding.UTF8.GetByteCount(l) <= 75, l));
    }
}
