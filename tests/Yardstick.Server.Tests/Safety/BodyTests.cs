using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Tests.Safety;

/// <summary>How a body is read is worked out when one comes, and is then as the server's own options say.</summary>
public class BodyTests
{
    private readonly JsonOptions real = new();
    private readonly JsonSerializerOptions later;

    public BodyTests() => later = BodiesWhenRead.Of(Options.Create(real)).SerializerOptions;

    private JsonTypeInfo<Car> Info => (JsonTypeInfo<Car>)later.GetTypeInfo(typeof(Car));

    [Fact]
    public void Nothing_of_a_type_is_worked_out_before_one_is_read()
    {
        var worked = new List<Type>();
        real.SerializerOptions.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { info => worked.Add(info.Type) } };
        Assert.Empty(Info.Properties);
        Assert.Empty(worked);
        Assert.Equal(new Car("Coolant", [3, 4]), JsonSerializer.Deserialize("""{"name":"Coolant","miles":[3,4]}"""u8, Info));
        Assert.Contains(typeof(Car), worked);
    }

    [Fact]
    public async Task It_is_read_and_written_as_the_real_options_do()
    {
        using var body = new MemoryStream("null"u8.ToArray());
        Assert.Null(await JsonSerializer.DeserializeAsync(body, Info, TestContext.Current.CancellationToken));
        Assert.Equal("""{"name":"Brakes","miles":[]}""", JsonSerializer.Serialize(new Car("Brakes", []), Info));
        Assert.Equal("""{"name":"Brakes","miles":[]}""", JsonSerializer.Serialize<object>(new Car("Brakes", []), later));
    }

    [Theory]
    [InlineData("""{"name":"Brakes","miles":[3,"four"]}""", "$.miles[1]")]
    [InlineData("""{"name":""", "$")]
    [InlineData("""{"name":"Brakes","miles":[]} and more""", "$")]
    public void What_cannot_be_read_says_where(string text, string where)
    {
        Assert.Equal(where, Assert.Throws<JsonException>(() => JsonSerializer.Deserialize(text, Info)).Path);
        Assert.ThrowsAny<JsonException>(() => JsonSerializer.Deserialize<Car>(text, real.SerializerOptions));
    }

    private sealed record Car(string Name, List<int> Miles)
    {
        public bool Equals(Car? other) => other is not null && Name == other.Name && Miles.SequenceEqual(other.Miles);

        public override int GetHashCode() => Name.GetHashCode(StringComparison.Ordinal);
    }
}
