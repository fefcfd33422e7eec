using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Documents behind a link that went out by text: a page in the shop's name, and the PDF as it was when it was sent.</summary>
public static class DocumentLinks
{
    /// <summary>What the page shows.</summary>
    /// <param name="Good">The document can be fetched.</param>
    /// <param name="Sentence">What there is to say where it can't.</param>
    /// <param name="Head">What stands over it.</param>
    /// <param name="Title">What the document is, with its number.</param>
    /// <param name="SentOn">When it was sent, wall time.</param>
    /// <param name="Size">Bytes of the PDF; 0 where it can't be fetched.</param>
    /// <param name="IsInvoice">It is an invoice, which can be paid.</param>
    public sealed record DocumentLinkPageView(
        bool Good,
        string Sentence,
        PageHead Head,
        string Title,
        LocalDate SentOn,
        long Size,
        bool IsInvoice
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var pages = api.MapGroup("/customers-pages/documents/{token}").AllowAnonymous().LimitsPublic();
        pages.MapGet("", ShowAsync).Produces<DocumentLinkPageView>();
        pages.MapGet("/document.pdf", FileAsync);
        api.MapPost("/document-links/{id:long}/withdraw", Withdraw)
            .Asks(Permission.WriteToCustomers)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    /// <summary>A link by what stands in its address; null where there is none.</summary>
    internal static Task<DocumentLink?> FindAsync(ShopDb db, string token)
    {
        var hash = LinkToken.HashOf(token);
        return token.Length > 64
            ? Task.FromResult<DocumentLink?>(null)
            : db.DocumentLinks.AsNoTracking().FirstOrDefaultAsync(l => l.TokenHash == hash);
    }

    private static async Task<IResult> ShowAsync(string token, ShopDb db, ContentStore store, TimeProvider time)
    {
        if (await FindAsync(db, token) is not { } link)
            return Problems.Of(ApprovalPage.Unknown);
        var shop = await db.Shops.SingleAsync();
        var sentence = link.SentenceAt(time.Now(), shop.Local);
        var good = sentence.Length == 0;
        var size = good ? new FileInfo(store.PathOf(link.FileHash, picture: false)).Length : 0;
        return Results.Ok(
            new DocumentLinkPageView(
                good,
                sentence,
                PageHead.Of(shop),
                link.Title,
                shop.Local(link.SentAt).Date,
                size,
                good && link.InvoiceId is not null
            )
        );
    }

    private static async Task<IResult> FileAsync(string token, ShopDb read, SingleWriter gate, ContentStore store, TimeProvider time)
    {
        var utcNow = time.Now();
        if (await FindAsync(read, token) is not { } link || !link.IsGoodAt(utcNow))
            return Problems.Of(ApprovalPage.Unknown);
        // Programs that look at links before people do stay on the page; the document itself is opened by a person.
        await gate.RunAsync(async db =>
        {
            (await db.DocumentLinks.SingleAsync(l => l.Id == link.Id)).WasOpened(utcNow);
            return await db.SaveChangesAsync();
        });
        return Results.File(store.PathOf(link.FileHash, picture: false), "application/pdf");
    }

    private static Task<IResult> Withdraw(long id, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.DocumentLinks.FindAsync(id) is not { } link)
                return new Problem("link.gone", "This link no longer exists. Reload the page.");
            link.Withdraw(work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });
}
