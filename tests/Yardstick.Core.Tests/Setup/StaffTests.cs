using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Setup;

/// <summary>People on staff: what they are, what they may, and what nobody can take away.</summary>
public class StaffTests
{
    private static readonly Shop Shop = new() { Name = "S", TimeZone = "America/New_York" };
    private static readonly Actor Ingrid = new(1, Instant.FromUtc(2026, 11, 23, 15, 0, 0));

    private static StaffMember Of(long id, Role role) =>
        new()
        {
            Id = id,
            Name = "Ana Vasquez",
            Role = role,
        };

    private static StaffGuard By(long id, Role role, params long[] owners) => new(id, role, Rights.Of(role), owners, Shop);

    [Fact]
    public void The_last_owner_stays_an_owner_and_here_and_nobody_changes_themselves()
    {
        var owner = Of(1, Role.Owner);
        Assert.Equal("person.lastOwner", owner.SetActive(false, By(2, Role.Owner, 1)).Problem!.Code);
        Assert.Equal("person.lastOwner", owner.Set("role", "Writer", By(1, Role.Owner, 1)).Problem!.Code);
        Assert.Equal("person.self", owner.SetActive(false, By(1, Role.Owner, 1, 2)).Problem!.Code);
        Assert.True(owner.SetActive(false, By(2, Role.Owner, 1, 2)).Ok);
        Assert.Equal("person.self", Of(3, Role.Manager).Set("role", "Owner", By(3, Role.Manager, 1)).Problem!.Code);
    }

    [Fact]
    public void Only_owners_make_and_change_owners_and_nobody_gives_what_they_have_not()
    {
        var manager = By(3, Role.Manager, 1, 2);
        Assert.Equal("person.ownerOnly", StaffMember.Create("Bo", Role.Owner, manager).Problem!.Code);
        Assert.Equal("person.ownerOnly", Of(1, Role.Owner).Set("role", "Writer", manager).Problem!.Code);
        Assert.Equal("person.ownerOnly", manager.Invite(Of(1, Role.Owner), []).Problem!.Code);
        Assert.True(StaffMember.Create("Bo", Role.Manager, manager).Ok);
        // A service writer who may add people does not raise anybody above themselves.
        var writer = new StaffGuard(4, Role.Writer, [.. Rights.Of(Role.Writer), Permission.EditStaff, Permission.CorrectStock], [1], Shop);
        Assert.Equal("person.beyond", StaffMember.Create("Bo", Role.Manager, writer).Problem!.Code);
        Assert.Equal("person.beyond", Of(5, Role.Parts).SetRight(Permission.VoidOrders, true, [], writer, Ingrid).Problem!.Code);
        Assert.Equal("person.beyond", writer.Invite(Of(5, Role.Manager), Rights.Of(Role.Manager)).Problem!.Code);
        Assert.True(writer.Invite(Of(5, Role.Parts), Rights.Of(Role.Parts)).Ok);
        Assert.Equal("person.beyond", Of(5, Role.Manager).SetActive(false, writer).Problem!.Code);
        Assert.Equal("person.beyond", writer.Rename(Of(5, Role.Manager)).Problem!.Code);
        Assert.Equal("person.ownerOnly", manager.Rename(Of(1, Role.Owner)).Problem!.Code);
        Assert.True(writer.Rename(Of(4, Role.Writer)).Ok);
        var left = Of(6, Role.Parts);
        left.Active = false;
        Assert.Equal("person.left", writer.Invite(left, []).Problem!.Code);
    }

    [Fact]
    public void A_right_is_given_and_taken_with_who_did_it_and_falls_back_to_the_role()
    {
        var (ana, own, guard) = (Of(5, Role.Technician), new List<StaffRight>(), By(1, Role.Owner, 1));
        Assert.Equal(new FieldChange("right SeeOrders", "no", "yes"), ana.SetRight(Permission.SeeOrders, true, own, guard, Ingrid).Value);
        ana.SetRight(Permission.Work, false, own, guard, Ingrid);
        Assert.Equal(1, own[0].ById);
        Assert.Equal(
            [Permission.SeeFloor, Permission.SeeOrders, Permission.CheckWork, Permission.AfterWork],
            Rights.Of(Role.Technician, own).Order()
        );
        ana.SetRight(Permission.SeeOrders, null, own, guard, Ingrid);
        ana.SetRight(Permission.Work, true, own, guard, Ingrid);
        Assert.Empty(own);
        Assert.Equal(
            "person.ownerRight",
            Of(2, Role.Owner).SetRight(Permission.Work, false, own, By(1, Role.Owner, 1, 2), Ingrid).Problem!.Code
        );
    }

    [Theory]
    [InlineData("name", "  Ana   Maria Vasquez ", "Ana Maria Vasquez", null)]
    [InlineData("name", " ", null, "person.name")]
    [InlineData("role", "Manager", "Manager", null)]
    [InlineData("role", "7", null, "person.role")]
    [InlineData("skills", "brakes, Brakes,engine", "brakes, engine", null)]
    [InlineData("pace", "120%", "120", null)]
    [InlineData("pace", "0", null, "person.pace")]
    [InlineData("payRate", "28.5", "28.50", null)]
    [InlineData("payRate", "much", null, "figure.unreadable")]
    [InlineData("hours.friday", "8-12", "8:00 am to 12:00 pm", null)]
    [InlineData("shoes", "42", null, "person.field")]
    public void A_field_of_a_person_is_kept_or_refused(string field, string typed, string? kept, string? code)
    {
        var set = Of(5, Role.Technician).Set(field, typed, By(1, Role.Owner, 1));
        Assert.Equal((kept, code), (set.Ok ? set.Value.New : null, set.Problem?.Code));
    }

    [Fact]
    public void Hours_like_the_shops_are_the_shops_and_follow_it()
    {
        var (ana, guard) = (Of(5, Role.Technician), By(1, Role.Owner, 1));
        ana.Set("hours.friday", "8-12", guard);
        Assert.NotNull(ana.Hours);
        ana.Set("hours.friday", Shop.Hours.On(IsoDayOfWeek.Friday)!.ToString(), guard);
        Assert.Null(ana.Hours);
    }

    [Fact]
    public void Days_away_are_read_as_typed_and_never_twice()
    {
        var now = new LocalDateTime(2026, 11, 23, 10, 0);
        var made = Absence.Create(5, "12/24", "12/31", " vacation ", now, []).Value;
        Assert.Equal("Dec 24, 2026 to Dec 31, 2026, vacation", made.Words);
        Assert.True(made.Covers(new(2026, 12, 31)));
        Assert.False(made.Covers(new(2027, 1, 1)));
        Assert.Equal("absence.twice", Absence.Create(5, "12/31", "", "", now, [made]).Problem!.Code);
        Assert.Equal("absence.order", Absence.Create(5, "12/24", "12/20/2026", "", now, []).Problem!.Code);
        made.Remove(true, Ingrid.At);
        Assert.True(Absence.Create(5, "12/31", "", "", now, [made]).Ok);
        Assert.False(made.Covers(new(2026, 12, 31)));
    }

    [Fact]
    public void A_link_is_used_once_within_a_week()
    {
        var link = Invitation.To(5, "token", 1, Ingrid.At);
        Assert.True(link.Stands(Ingrid.At.PlusDays(6.9)));
        Assert.False(link.Stands(Ingrid.At.PlusDays(7)));
        Assert.True(link.Use(Ingrid.At).Ok);
        Assert.Equal("invitation.gone", link.Use(Ingrid.At).Problem!.Code);
        var withdrawn = Invitation.To(5, "token", 1, Ingrid.At);
        withdrawn.Withdraw(Ingrid.At);
        Assert.Equal("invitation.gone", withdrawn.Use(Ingrid.At).Problem!.Code);
    }

    [Fact]
    public void Every_right_has_its_words() => Assert.All(Enum.GetValues<Permission>(), p => Assert.NotEmpty(RightWords.Of(p)));
}
