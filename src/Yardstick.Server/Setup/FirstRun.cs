using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>The first run of a real shop: its name, zone, currency, units, and the owner's account. Works once.</summary>
public static class FirstRun
{
    /// <summary>What the sign-in page shows before anyone is signed in.</summary>
    public sealed record WelcomeView(bool FirstRun, string ShopName, bool Demo, IReadOnlyList<DemoPerson> DemoPeople);

    /// <summary>Somebody who can sign in to the demo.</summary>
    public sealed record DemoPerson(string UserName, string Name, Role Role);

    /// <summary>What the first-run page asks.</summary>
    public sealed record FirstRunRequest(
        string ShopName,
        string TimeZone,
        string Currency,
        DistanceUnit DistanceUnit,
        string OwnerName,
        string UserName,
        string Password,
        string Code
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/welcome", WelcomeAsync).AllowAnonymous().Produces<WelcomeView>();
        api.MapPost("/first-run", HandleAsync).AllowAnonymous().LimitsGuessing();
        api.MapGet("/time-zones", () =>
                TimeZoneInfo.GetSystemTimeZones().Select(z => z.Id).Where(id => id.Contains('/', StringComparison.Ordinal)).Order()
            )
            .AllowAnonymous()
            .Produces<IEnumerable<string>>();
    }

    /// <summary>Prints the code that the first owner types, where a shop is still to be set up.</summary>
    internal static async Task SayCodeAsync(IServiceProvider services)
    {
        await using var db = await services.GetRequiredService<IDbContextFactory<ShopDb>>().CreateDbContextAsync();
        if (await db.Shops.AnyAsync())
            return;
        await Console.Out.WriteLineAsync(
            $"\n  This shop is new. Whoever sets it up types this code:  {services.GetRequiredService<FirstRunCode>().Text}\n"
        );
    }

    private static async Task<IResult> WelcomeAsync(ShopDb db, ServerOptions options)
    {
        var shop = await db.Shops.FirstOrDefaultAsync();
        var people = options.Demo
            ? await db
                .Staff.Where(s => s.Active)
                .Join(db.Users, s => s.Id, u => u.Id, (s, u) => new DemoPerson(u.UserName!, s.Name, s.Role))
                .ToListAsync()
            : [];
        return Results.Ok(new WelcomeView(shop is null, shop?.Name ?? "", options.Demo, people));
    }

    private static async Task<IResult> HandleAsync(
        FirstRunRequest request,
        HttpContext http,
        UserManager<Account> users,
        FirstRunCode code,
        SingleWriter gate,
        TimeProvider time
    )
    {
        var made = Shop.Create(request.ShopName, request.TimeZone, request.Currency, request.DistanceUnit);
        if (made.Problem is { } noShop)
            return Problems.Of(noShop);
        var owning = StaffMember.Owner(request.OwnerName);
        if (owning.Problem is { } noOwner)
            return Problems.Of(noOwner);
        if (PasswordRules.CheckAccount(request.UserName, request.Password).Problem is { } problem)
            return Problems.Of(problem);
        if (!code.Fits(request.Code))
            return Problems.Of(new Problem("firstRun.code", "This is not the code that was printed where Yardstick was started.", "code"));
        var owner = await gate.RunAsync<Result<StaffMember>>(
            async db =>
            {
                if (await db.Shops.AnyAsync())
                    return new Problem("firstRun.done", "This shop is already set up. Sign in.");
                var person = owning.Value;
                ShopStart.AddShop(db, made.Value, time.Now());
                db.Staff.Add(person);
                await db.SaveChangesAsync();
                var account = new Account
                {
                    Id = person.Id,
                    UserName = request.UserName.Trim(),
                    NormalizedUserName = users.NormalizeName(request.UserName.Trim()),
                    SecurityStamp = Guid.NewGuid().ToString(),
                };
                account.PasswordHash = users.PasswordHasher.HashPassword(account, request.Password);
                db.Users.Add(account);
                await db.SaveChangesAsync();
                return person;
            },
            r => r.Ok
        );
        if (owner.Problem is { } refused)
            return Problems.Of(refused);
        await Sessions.BeginAsync(http, owner.Value, "first run");
        return Results.NoContent();
    }
}
