using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Server.Orders;

/// <summary>An order with everything that prices it.</summary>
/// <param name="Order">The order.</param>
/// <param name="Customer">Its customer.</param>
/// <param name="Policy">The policy that prices it.</param>
/// <param name="Shop">The shop.</param>
/// <param name="Day">The day that prices it.</param>
internal sealed record PricedOrder(Order Order, Customer? Customer, ShopPolicy Policy, Shop Shop, LocalDate Day);
