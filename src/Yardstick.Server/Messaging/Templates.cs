using System.Globalization;
using Fluid;
using Fluid.Ast;
using Fluid.Values;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Messaging;

/// <summary>Texts that are written often, with fields that an order fills.</summary>
public static class Templates
{
    /// <summary>Fields that a template may name, with what they say.</summary>
    private static readonly (string Name, string Says)[] Fields =
    [
        ("customer.name", "the customer's name"),
        ("customer.firstName", "the customer's first name"),
        ("car.description", "year, make and model"),
        ("car.plate", "its plate"),
        ("order.number", "number of the order"),
        ("order.total", "total of approved and open work"),
        ("order.promise", "promised time"),
        ("appointment.time", "day and time of the appointment"),
        ("appointment.work", "what the appointment is for"),
        ("shop.name", "the shop's name"),
        ("shop.phone", "the shop's phone number"),
        ("link", "the customer's link, if one is sent"),
    ];

    /// <summary>What a template of a moment may name: one of an account knows no order, and the other way round.</summary>
    private static IReadOnlyList<(string Name, string Says)> FieldsOf(string? use) =>
        MessageTemplate.AccountUses.Contains(use ?? "") ? [.. Fields.Where(f => StatementWords.Knows(f.Name)), .. StatementWords.Fields]
        : MessageTemplate.FollowUpUses.Contains(use ?? "") ? [.. Fields.Where(f => FollowUpWords.Knows(f.Name)), .. FollowUpWords.Fields]
        : Fields;

    /// <summary>A field that templates may name.</summary>
    /// <param name="Name">Its name.</param>
    /// <param name="Says">What it says.</param>
    /// <param name="Uses">Moments whose templates know it.</param>
    public sealed record TemplatesFieldView(string Name, string Says, IReadOnlyList<string> Uses);

    /// <summary>A template.</summary>
    public sealed record TemplateView(long Id, string Name, MessageChannel Channel, string Subject, string Body, string Use);

    /// <summary>All templates and the fields that they may name.</summary>
    public sealed record TemplatesView(IReadOnlyList<TemplateView> Templates, IReadOnlyList<TemplatesFieldView> Fields);

    /// <summary>A template as it is typed; without a key a new one.</summary>
    public sealed record TemplatesRequest(long? Id, string? Name, MessageChannel Channel, string? Subject, string? Body, string? Use);

    /// <summary>A template filled by an order.</summary>
    public sealed record FilledTemplate(long Id, string Name, MessageChannel Channel, string Use, string Subject, string Body);

    /// <summary>What to try out on an order.</summary>
    public sealed record PreviewRequest(string? Subject, string? Body, long? OrderNumber, string? Use = null);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/templates", AllAsync).Asks(Permission.EditSetup).Produces<TemplatesView>();
        api.MapPost("/templates", Save).Asks(Permission.EditSetup).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/templates/{id:long}/remove", Remove).Asks(Permission.EditSetup).Produces<Changed>();
        api.MapPost("/templates/preview", PreviewAsync).Asks(Permission.EditSetup).Produces<FilledTemplate>().ProducesProblem(422);
        api.MapGet("/orders/{id:long}/templates", ForOrderAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<FilledTemplate>>();
    }

    private static async Task<IResult> AllAsync(ShopDb db) =>
        Results.Ok(
            new TemplatesView(
                await db
                    .MessageTemplates.Where(t => t.RemovedAt == null)
                    .OrderBy(t => t.Channel)
                    .ThenBy(t => t.Name)
                    .Select(t => new TemplateView(t.Id, t.Name, t.Channel, t.Subject, t.Body, t.Use))
                    .ToListAsync(),
                [
                    .. Fields
                        .Concat(FollowUpWords.Fields)
                        .Concat(StatementWords.Fields)
                        .Select(f => new TemplatesFieldView(
                            f.Name,
                            f.Says,
                            [.. MessageTemplate.Uses.Where(use => FieldsOf(use).Contains(f))]
                        )),
                ]
            )
        );

    private static Task<IResult> Save(TemplatesRequest request, CommandRunner commands, Filler filler) =>
        commands.RunAsync<Changed>(async work =>
        {
            if ((filler.Check(request.Subject, "subject", request.Use) ?? filler.Check(request.Body, "body", request.Use)) is { } problem)
                return problem;
            var template = request.Id is { } id ? await work.Db.MessageTemplates.FindAsync(id) : null;
            if (request.Id is not null && template is null)
                return new Problem("template.gone", "This template no longer exists. Reload the page.");
            if (template is null)
                work.Db.MessageTemplates.Add(template = new MessageTemplate());
            if (template.Set(request.Name, request.Channel, request.Subject, request.Body, request.Use).Problem is { } refused)
                return refused;
            await work.Db.SaveChangesAsync();
            return new Changed(0, template.Id, 1);
        });

    private static Task<IResult> Remove(long id, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.MessageTemplates.FindAsync(id) is not { } template)
                return new Problem("template.gone", "This template no longer exists. Reload the page.");
            template.TakeOff(template.RemovedAt is null, work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });

    private static async Task<IResult> PreviewAsync(PreviewRequest request, ShopDb db, Filler filler)
    {
        if ((filler.Check(request.Subject, "subject", request.Use) ?? filler.Check(request.Body, "body", request.Use)) is { } problem)
            return Problems.Of(problem);
        if (await ExampleAsync(db, request.Use ?? "") is var (name, example))
        {
            var (subject, body) = (filler.Fill(request.Subject ?? "", example), filler.Fill(request.Body ?? "", example));
            return Results.Ok(new FilledTemplate(0, name, MessageChannel.Email, request.Use!, subject, body));
        }
        var number = request.OrderNumber
            ?? await db.Orders.Where(o => o.State == OrderState.Open && o.CustomerId != null).MaxAsync(o => (long?)o.Number)
            ?? 0;
        if (await db.Orders.FirstOrDefaultAsync(o => o.Number == number) is not { } order)
            return Problems.Of(new Problem("template.order", "No repair order has this number. Enter another.", "orderNumber"));
        var values = await ValuesAsync(db, order);
        return Results.Ok(
            new FilledTemplate(
                0,
                $"Order {order.Number}",
                MessageChannel.Text,
                "",
                filler.Fill(request.Subject ?? "", values),
                filler.Fill(request.Body ?? "", values)
            )
        );
    }

    /// <summary>What a template is tried out on that is not of an order; null for one that is.</summary>
    private static async Task<(string Name, IReadOnlyDictionary<string, string> Fields)?> ExampleAsync(ShopDb db, string use)
    {
        var shop = await db.Shops.SingleAsync();
        return MessageTemplate.AccountUses.Contains(use) ? ("A made-up account", StatementWords.Example(shop))
            : MessageTemplate.FollowUpUses.Contains(use) ? ("A made-up customer", FollowUpWords.Example(shop))
            : null;
    }

    private static async Task<IResult> ForOrderAsync(long id, ShopDb db, Filler filler)
    {
        if (await db.Orders.FindAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var values = await ValuesAsync(db, order);
        var templates = await db.MessageTemplates.Where(t => t.RemovedAt == null).OrderBy(t => t.Name).ToListAsync();
        templates.RemoveAll(t => !t.IsOfOrder);
        return Results.Ok(
            templates.ConvertAll(t => new FilledTemplate(
                t.Id,
                t.Name,
                t.Channel,
                t.Use,
                filler.Fill(t.Subject, values),
                filler.Fill(t.Body, values)
            ))
        );
    }

    internal static async Task<IReadOnlyDictionary<string, string>> ValuesAsync(ShopDb db, Order order)
    {
        var shop = await db.Shops.SingleAsync();
        var parties = await db.PartiesAsync(order);
        return new Dictionary<string, string>
        {
            ["customer.name"] = parties.Customer?.DisplayName ?? "",
            ["customer.firstName"] = parties.Customer is { } customer
                ? customer.FirstName.Length > 0
                    ? customer.FirstName
                    : customer.DisplayName
                : "",
            ["car.description"] = parties.Vehicle?.Description ?? "",
            ["car.plate"] = parties.Vehicle?.Plate.Text ?? "",
            ["order.number"] = order.Number.ToString(CultureInfo.InvariantCulture),
            ["order.total"] = order.Total.ToString(),
            ["appointment.time"] = order.ArrivesAt is { } arrives
                ? Invariant($"{arrives:dddd, MMMM d} at {arrives.Clock()}")
                : "the time we agreed",
            ["appointment.work"] = order.Title,
            ["order.promise"] = order.PromisedAt is { } at ? Invariant($"{at:dddd} at {at.Clock()}") : "soon",
            ["shop.name"] = shop.Name,
            ["shop.phone"] = shop.Phone,
            // The link is made when it is sent.
            ["link"] = "{{ link }}",
        };
    }

    /// <summary>Checks and fills templates.</summary>
    public sealed class Filler
    {
        private const int MostOfBody = 20_000,
            MostOfSubject = 200;

        // Its grammar is put together when the first text is read: nobody waits for it at a start.
        private readonly Lazy<FluidParser> parser = new(() => new FluidParser());
        private readonly TemplateOptions limits = new() { MaxSteps = 2000, MaxRecursion = 5 };

        /// <summary>What is wrong with a template; null when nothing is.</summary>
        public Problem? Check(string? text, string field, string? use)
        {
            if (string.IsNullOrEmpty(text))
                return null;
            var most = field == "subject" ? MostOfSubject : MostOfBody;
            if (text.Length > most)
                return new Problem("template.long", Invariant($"Enter {most:N0} characters or fewer."), field);
            if (!parser.Value.TryParse(text, out var template, out var error))
                return new Problem("template.syntax", $"There is a mistake in a field: {error}", field);
            var named = new NamedFields();
            named.VisitTemplate(template);
            if (named.Refused)
                return new Problem(
                    "template.tag",
                    "A template takes fields and {% if %}; nothing is repeated, included or assigned in it.",
                    field
                );
            var unknown = named.Names.FirstOrDefault(name => FieldsOf(use).All(f => f.Name != name));
            return unknown is null
                ? null
                : new Problem(
                    "template.field",
                    $"There is no field \"{unknown}\". Fields are: {string.Join(", ", FieldsOf(use).Select(f => f.Name))}.",
                    field
                );
        }

        /// <summary>The text with its fields filled. One that can't be read stays as it is.</summary>
        internal string Fill(string text, IReadOnlyDictionary<string, string> values)
        {
            if (!parser.Value.TryParse(text, out var template, out _))
                return text;
            var context = new TemplateContext(limits);
            foreach (var group in values.GroupBy(v => v.Key.Split('.')[0]))
            {
                if (group.First().Key.Contains('.', StringComparison.Ordinal))
                    context.SetValue(
                        group.Key,
                        new DictionaryValue(
                            new FluidValueDictionaryFluidIndexable(
                                group.ToDictionary(v => v.Key.Split('.')[1], v => (FluidValue)new StringValue(v.Value))
                            )
                        )
                    );
                else
                    context.SetValue(group.Key, new StringValue(group.First().Value));
            }
            try
            {
                // Messages are plain text; nothing is turned into HTML.
                return template.Render(context, NullEncoder.Default);
            }
            catch (Exception)
            {
                // One template that can't be filled, of a shop that kept it before they were judged, keeps no other from being used.
                return text;
            }
        }
    }

    /// <summary>Every field that a template names, in what it writes and in its conditions.</summary>
    private sealed class NamedFields : AstVisitor
    {
        internal List<string> Names { get; } = [];

        /// <summary>Something stands in it other than text, fields and conditions.</summary>
        internal bool Refused { get; private set; }

        public override Statement Visit(Statement statement)
        {
            // An if without an else asks for nothing there.
            if (statement is null)
                return null!;
            if (
                statement
                is not (
                    TextSpanStatement
                    or OutputStatement
                    or IfStatement
                    or ElseIfStatement
                    or ElseStatement
                    or UnlessStatement
                    or CommentStatement
                )
            )
                Refused = true;
            return base.Visit(statement);
        }

        protected override Expression VisitMemberExpression(MemberExpression memberExpression)
        {
            Names.Add(string.Join('.', memberExpression.Segments.OfType<IdentifierSegment>().Select(s => s.Identifier)));
            return base.VisitMemberExpression(memberExpression);
        }
    }
}
