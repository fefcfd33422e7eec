using Yardstick.Core.WriteUp;

namespace Yardstick.Core.Tests.WriteUp;

/// <summary>What was typed to find somebody begins their record, each piece in its field.</summary>
public class BegunRecordTests
{
    [Theory]
    [InlineData("Kofi Marsh 207 555 0142", "Kofi|Marsh||207 555 0142|||")]
    [InlineData("(207) 555-0142 Kofi Marsh", "Kofi|Marsh||(207) 555-0142|||")]
    [InlineData("2075550142", "|||2075550142|||")]
    [InlineData("Marsh, Kofi kofi@mail.example", "Kofi|Marsh|||kofi@mail.example||")]
    [InlineData("Ana Maria Vasquez", "Ana Maria|Vasquez|||||")]
    [InlineData("Marsh", "|Marsh|||||")]
    [InlineData("Kofi Marsh LBT 4471", "Kofi|Marsh||||LBT 4471|")]
    [InlineData("7MM402", "|||||7MM402|")]
    [InlineData("Marsh 1HGCM82633A004352", "|Marsh|||||1HGCM82633A004352")]
    [InlineData("Fern Hill Plumbing 207 555 0188", "||Fern Hill Plumbing|207 555 0188|||")]
    [InlineData("Route 66 Diner", "Route 66|Diner|||||")]
    [InlineData("  ", "||||||")]
    public void Each_piece_goes_to_its_field(string typed, string fields)
    {
        var begun = BegunRecord.Read(typed, "US");
        Assert.Equal(
            fields,
            string.Join('|', begun.FirstName, begun.LastName, begun.BusinessName, begun.Phone, begun.Email, begun.Plate, begun.Vin)
        );
    }

    [Fact]
    public void Nothing_that_was_typed_is_lost()
    {
        var begun = BegunRecord.Read("Olu 12 Ismail x@@y 555", "US");
        Assert.Equal("Olu 12 Ismail x@@y 555", $"{begun.FirstName} {begun.LastName}");
    }
}
