using System.Globalization;
using System.Security.Claims;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Lets a program in by <c>Authorization: Bearer yard_…</c> (RFC 6750), with what its token and its person both may.</summary>
public sealed class TokenSignIn(IOptionsMonitor<AuthenticationSchemeOptions> options, ILoggerFactory log, UrlEncoder encoder)
    : AuthenticationHandler<AuthenticationSchemeOptions>(options, log, encoder)
{
    /// <summary>Its name.</summary>
    public const string SchemeName = "Token";

    /// <summary>Requests that are answered within a minute for one token.</summary>
    internal const int MostInAMinute = 600;

    private const string Bearer = "Bearer ";

    /// <summary>Whether a request wants in by a token.</summary>
    internal static bool IsAsked(HttpContext http) =>
        http.Request.Headers.Authorization.ToString().StartsWith(Bearer, StringComparison.OrdinalIgnoreCase);

    /// <inheritdoc />
    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        var token = Request.Headers.Authorization.ToString()[Bearer.Length..].Trim();
        if (!token.StartsWith(AccessToken.Prefix, StringComparison.Ordinal))
            return AuthenticateResult.Fail("No token of this shop.");
        var services = Context.RequestServices;
        if (await services.GetRequiredService<TokensAtHand>().FindAsync(token, services.GetRequiredService<ShopDb>) is not { } found)
            return AuthenticateResult.Fail("The token is unknown, withdrawn or over.");
        var principal = new ClaimsPrincipal(
            new ClaimsIdentity(
                [
                    new Claim(ClaimTypes.NameIdentifier, found.StaffId.ToString(CultureInfo.InvariantCulture)),
                    new Claim(ClaimTypes.Name, found.Name),
                    new Claim(ClaimTypes.Role, found.Role.ToString()),
                    new Claim(RightsOnEndpoints.TokenClaim, found.Id.ToString(CultureInfo.InvariantCulture)),
                ],
                SchemeName
            )
        );
        principal.AddIdentity(new StaffRights(found.Rights));
        return AuthenticateResult.Success(new AuthenticationTicket(principal, SchemeName));
    }

    /// <inheritdoc />
    protected override Task HandleChallengeAsync(AuthenticationProperties properties)
    {
        Response.Headers.WWWAuthenticate = "Bearer";
        return Problems
            .Of(new Problem("session.none", "This access token is unknown, withdrawn or over. Make a new one in Setup."))
            .ExecuteAsync(Context);
    }

    /// <inheritdoc />
    protected override Task HandleForbiddenAsync(AuthenticationProperties properties) =>
        Problems.Of(new Problem("rights.right", "This access token does not have that right.")).ExecuteAsync(Context);
}
