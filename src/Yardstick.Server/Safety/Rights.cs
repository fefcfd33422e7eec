using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Server.Safety;

/// <summary>The permission that an endpoint asks for; null for anyone who is signed in.</summary>
public sealed record AsksFor(Permission? Permission);

/// <summary>An endpoint that no program may call.</summary>
internal sealed record OnlyInPerson;

/// <summary>Rights on endpoints. Every endpoint says one of these; a test walks them all.</summary>
public static class RightsOnEndpoints
{
    /// <summary>Only for those who may.</summary>
    public static TBuilder Asks<TBuilder>(this TBuilder builder, Permission permission)
        where TBuilder : IEndpointConventionBuilder =>
        builder.RequireAuthorization(permission.ToString()).WithMetadata(new AsksFor(permission));

    /// <summary>For anyone who is signed in.</summary>
    public static TBuilder AsksSignedIn<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.RequireAuthorization().WithMetadata(new AsksFor((Permission?)null));

    /// <summary>Only for people who are there themselves: no program with an access token gets in, whatever it may.</summary>
    public static TBuilder InPerson<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new OnlyInPerson());

    /// <summary>Turns programs away where only people may.</summary>
    internal static void UseInPerson(this IApplicationBuilder app) =>
        app.Use(
            (http, next) =>
                http.User.HasClaim(c => c.Type == TokenClaim) && http.GetEndpoint()?.Metadata.GetMetadata<OnlyInPerson>() is not null
                    ? Problems.Of(new Core.Problem("rights.right", "An access token can't do this.")).ExecuteAsync(http)
                    : next()
        );

    /// <summary>One policy for each permission.</summary>
    public static void AddPermissions(this AuthorizationOptions options)
    {
        foreach (var permission in Enum.GetValues<Permission>())
            options.AddPolicy(permission.ToString(), policy =>
                policy.RequireAuthenticatedUser().RequireAssertion(c => c.User.May(permission))
            );
        options.FallbackPolicy = new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build();
    }

    /// <summary>The person who is signed in.</summary>
    public static long StaffId(this ClaimsPrincipal user) =>
        long.Parse(user.FindFirstValue(ClaimTypes.NameIdentifier)!, CultureInfo.InvariantCulture);

    /// <summary>Whether the person may.</summary>
    public static bool May(this ClaimsPrincipal user, Permission permission) => user.Rights().Contains(permission);

    /// <summary>Everything that the person may, as it was when the request came.</summary>
    public static IReadOnlyCollection<Permission> Rights(this ClaimsPrincipal user) =>
        user.Identities.OfType<StaffRights>().FirstOrDefault()?.Granted ?? [];

    /// <summary>What the person is.</summary>
    public static Role Role(this ClaimsPrincipal user) => Enum.Parse<Role>(user.FindFirstValue(ClaimTypes.Role)!);

    /// <summary>Names the claim that holds the access token.</summary>
    internal const string TokenClaim = "token";

    /// <summary>Names the claim that holds the session.</summary>
    internal const string SessionClaim = "session";

    /// <summary>The session that the cookie names; the empty id where there is none.</summary>
    internal static Guid SessionId(this ClaimsPrincipal user) =>
        Guid.TryParse(user.FindFirstValue(SessionClaim), out var id) ? id : Guid.Empty;
}
