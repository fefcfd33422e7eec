using Yardstick.Core.Setup;

namespace Yardstick.Server.Safety;

/// <summary>What stands over every page of a customer.</summary>
/// <param name="Shop">Name of the shop.</param>
/// <param name="Phone">Its telephone.</param>
/// <param name="Logo">It has a logo.</param>
/// <param name="Color">Its color, <c>#rrggbb</c>; empty for the program's own.</param>
/// <param name="Ink">What is read on that color.</param>
public sealed record PageHead(string Shop, string Phone, bool Logo, string Color, string Ink)
{
    /// <summary>The head of a shop.</summary>
    internal static PageHead Of(Shop shop) => new(shop.Name, shop.Phone, shop.LogoHash.Length > 0, shop.PageColor, shop.PageInk);
}
