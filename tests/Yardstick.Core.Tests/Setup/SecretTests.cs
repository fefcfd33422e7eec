using Yardstick.Core.Setup;

namespace Yardstick.Core.Tests.Setup;

/// <summary>PINs and passwords that would be tried first are none.</summary>
public class SecretTests
{
    [Theory]
    [InlineData("2005", Role.Technician, null)]
    [InlineData("2005", Role.Writer, "pin.form")]
    [InlineData("480201", Role.Owner, null)]
    [InlineData("123456789", Role.Owner, "pin.form")]
    [InlineData("48a201", Role.Owner, "pin.form")]
    [InlineData(null, Role.Owner, "pin.form")]
    [InlineData("0000", Role.Technician, "pin.easy")]
    [InlineData("1234", Role.Technician, "pin.easy")]
    [InlineData("890123", Role.Writer, "pin.easy")]
    [InlineData("987654", Role.Writer, "pin.easy")]
    [InlineData("121212", Role.Writer, "pin.easy")]
    [InlineData("246246", Role.Writer, "pin.easy")]
    [InlineData("2468", Role.Technician, null)]
    public void Pins(string? pin, Role role, string? code) => Assert.Equal(code, Pin.Check(pin, role).Problem?.Code);

    [Theory]
    [InlineData("long enough", null)]
    [InlineData("lantern-bay", null)]
    [InlineData("short", "password.length")]
    [InlineData(null, "password.length")]
    [InlineData("password123", "password.common")]
    [InlineData("Qwerty12345", "password.common")]
    [InlineData("aaaaaaaaaaaa", "password.common")]
    [InlineData("ines1234567", "password.common")]
    [InlineData("1111111111", "password.common")]
    [InlineData("4829107736", null)]
    public void Passwords(string? password, string? code) => Assert.Equal(code, PasswordRules.Check(password, "ines").Problem?.Code);

    [Fact]
    public void A_password_can_be_hashed_in_time() =>
        Assert.Equal("password.length", PasswordRules.Check(new string('x', 129), "ines").Problem!.Code);
}
