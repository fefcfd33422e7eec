using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Orders;

/// <summary>An order under change, with what prices it.</summary>
public sealed record OrderCommandContext(CommandContext Command, Order Order, Shop Shop)
{
    /// <summary>Whose order it is.</summary>
    public required Customer? Customer { get; set; }

    /// <summary>What prices the order; another after it was repriced.</summary>
    public required ShopPolicy Policy { get; set; }

    /// <summary>What follows once stock is kept for what was approved.</summary>
    public Action? AfterSettling { get; set; }

    /// <summary>Wall time in the shop.</summary>
    public LocalDateTime LocalNow => Shop.Local(Command.Actor.At);

    /// <summary>Today in the shop.</summary>
    public LocalDate Today => LocalNow.Date;

    /// <summary>The day that prices the order.</summary>
    public LocalDate PricingDay => Shop.PricingDay(Order, Command.Actor.At);

    /// <summary>Prices the order as it stands now.</summary>
    public PricingResult Price(Order order, JobSelection include) => OrderPricing.Price(order, Customer, Policy, include, Today);
}
