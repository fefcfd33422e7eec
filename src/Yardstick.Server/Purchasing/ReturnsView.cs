using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>What goes back: returns, cores that are owed, parts that nobody waits for, and what can still be returned.</summary>
public static class ReturnsView
{
    private const int Most = 60;

    /// <summary>How many days back parts are found that came; suppliers take nothing older.</summary>
    private const int Back = 365;

    /// <summary>A line of a return.</summary>
    public sealed record ReturnLineView(
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCredit,
        PartReturnReason Reason
    );

    /// <summary>A return.</summary>
    public sealed record ReturnView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Number.</summary>
        public required long Number { get; init; }

        /// <summary>The supplier.</summary>
        public required string Supplier { get; init; }

        /// <summary>Where it is.</summary>
        public required PartReturnState State { get; init; }

        /// <summary>That in words.</summary>
        public required string StateText { get; init; }

        /// <summary>The supplier's authorization.</summary>
        public required string Authorization { get; init; }

        /// <summary>What is the matter.</summary>
        public required string Note { get; init; }

        /// <summary>What it should bring.</summary>
        public required decimal Expected { get; init; }

        /// <summary>What it brought; null before.</summary>
        public required decimal? Credited { get; init; }

        /// <summary>Their service said no, or did not answer, in words; empty when all is well.</summary>
        public required string Trouble { get; init; }

        /// <summary>Their service is asked by itself, for the authorization or for the credit.</summary>
        public required bool Asked { get; init; }

        /// <summary>Number of the credit memo, or why it was refused.</summary>
        public required string Answer { get; init; }

        /// <summary>When it was written, wall time.</summary>
        public required LocalDateTime CreatedAt { get; init; }

        /// <summary>What goes back.</summary>
        public required IReadOnlyList<ReturnLineView> Lines { get; init; }
    }

    /// <summary>A part that came and can go back.</summary>
    public sealed record ReturnableView(
        long ReceiptLineId,
        long SupplierId,
        string Supplier,
        long PurchaseNumber,
        long? OrderNumber,
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCost,
        LocalDateTime CameAt
    );

    /// <summary>The page.</summary>
    public sealed record ReturnsPageView(
        IReadOnlyList<ReturnView> Returns,
        IReadOnlyList<CoresOwed.CoreOwedView> Cores,
        IReadOnlyList<CoresOwed.CustomerCoreView> CustomerCores,
        IReadOnlyList<LooseParts.LoosePartView> Loose
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/part-returns", PageAsync).Asks(Permission.SeeParts).Produces<ReturnsPageView>();
        api.MapGet("/part-returns/returnable", ReturnableAsync).Asks(Permission.SeeParts).Produces<IReadOnlyList<ReturnableView>>();
    }

    private static async Task<IResult> PageAsync(ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        var bySupplier = await db.Suppliers.ToDictionaryAsync(s => s.Id);
        var suppliers = bySupplier.ToDictionary(s => s.Key, s => s.Value.Name);
        var returns = await db.PartReturns.Include(r => r.Lines).Where(r => r.State < PartReturnState.Credited).ToListAsync();
        returns.AddRange(
            await db
                .PartReturns.Include(r => r.Lines)
                .Where(r => r.State >= PartReturnState.Credited)
                .OrderByDescending(r => r.Id)
                .Take(Most / 3)
                .ToListAsync()
        );
        var isToAsk = PartReturn.IsToAsk.Compile();
        return Results.Ok(
            new ReturnsPageView(
                returns.ConvertAll(r => new ReturnView
                {
                    Id = r.Id,
                    Number = r.Number,
                    Supplier = suppliers[r.SupplierId],
                    State = r.State,
                    StateText = PartReturn.StateName(r.State),
                    Authorization = r.Authorization,
                    Note = r.Note,
                    Expected = r.Expected.Amount,
                    Credited = r.Credited?.Amount,
                    Answer = r.Answer,
                    Trouble = r.Trouble,
                    Asked = isToAsk(r),
                    CreatedAt = shop.Local(r.CreatedAt),
                    Lines = r.Lines.ConvertAll(l => new ReturnLineView(
                        l.PartNumber,
                        l.Description,
                        l.Quantity.Value,
                        l.UnitCredit.Value,
                        l.Reason
                    )),
                }),
                await CoresOwed.AtSuppliersAsync(db, shop, bySupplier, today),
                await CoresOwed.OfCustomersAsync(db),
                await LooseParts.AllAsync(db, suppliers)
            )
        );
    }

    private static async Task<IResult> ReturnableAsync(ShopDb db, TimeProvider time, string? text)
    {
        var shop = await db.Shops.SingleAsync();
        var since = time.Now() - Duration.FromDays(Back);
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var came =
            from receipt in db.Receipts
            join line in db.ReceiptLines on receipt.Id equals line.ReceiptId
            where receipt.At > since
            join purchase in db.PurchaseOrders on receipt.PurchaseOrderId equals purchase.Id
            select new
            {
                Line = line,
                receipt.SupplierId,
                receipt.At,
                purchase.Number,
                OrderNumber = db.Orders.Where(o => o.Id == line.OrderId).Select(o => (long?)o.Number).FirstOrDefault(),
            };
        foreach (var word in (text ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(4))
        {
            var pattern = LikePattern.Containing(word);
            var number = long.TryParse(word, System.Globalization.CultureInfo.InvariantCulture, out var typed) ? typed : -1;
            came = came.Where(c =>
                EF.Functions.Like(c.Line.PartNumber, pattern, "\\")
                || EF.Functions.Like(c.Line.Description, pattern, "\\")
                || c.Number == number
                || c.OrderNumber == number
            );
        }
        var rows = await came.OrderByDescending(c => c.At).Take(Most).ToListAsync();
        var gone = await db.GoneBackAsync(rows.ConvertAll(r => r.Line.Id));
        return Results.Ok(
            rows.Select(r => (r, Left: r.Line.Quantity - gone.GetValueOrDefault(r.Line.Id)))
                .Where(x => x.Left > Quantity.Zero)
                .Select(x => new ReturnableView(
                    x.r.Line.Id,
                    x.r.SupplierId,
                    suppliers[x.r.SupplierId],
                    x.r.Number,
                    x.r.OrderNumber,
                    x.r.Line.PartNumber,
                    x.r.Line.Description,
                    x.Left.Value,
                    x.r.Line.UnitCost.Value,
                    shop.Local(x.r.At)
                ))
                .ToList()
        );
    }
}
