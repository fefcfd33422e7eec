using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>The shop's own labels and fields: defined in Setup, set on customers, vehicles and orders.</summary>
public static class LabelsAndFields
{
    /// <summary>A label as it is defined.</summary>
    public sealed record LabelView(long Id, RecordKind Kind, string Name, bool Retired, int Uses);

    /// <summary>A field as it is defined.</summary>
    public sealed record LabelsAndFieldsFieldView(
        long Id,
        RecordKind Kind,
        string Name,
        ExtraFieldType Type,
        IReadOnlyList<string> Choices,
        bool Retired,
        int Uses
    );

    /// <summary>Everything that is defined.</summary>
    public sealed record LabelAndFieldDefinitions(IReadOnlyList<LabelView> Labels, IReadOnlyList<LabelsAndFieldsFieldView> Fields);

    /// <summary>A new label.</summary>
    public sealed record LabelRequest(RecordKind Kind, string? Name);

    /// <summary>A new field.</summary>
    public sealed record FieldRequest(RecordKind Kind, string? Name, ExtraFieldType Type, string? Choices);

    /// <summary>Takes a label or field out of use, or back into it.</summary>
    public sealed record LabelsAndFieldsRetireRequest(bool Retired);

    /// <summary>A label on a record, or one that could be.</summary>
    public sealed record LabelState(long Id, string Name, bool On);

    /// <summary>A field with what it holds.</summary>
    public sealed record FieldState(long Id, string Name, ExtraFieldType Type, IReadOnlyList<string> Choices, string Value);

    /// <summary>Labels and fields of a record.</summary>
    public sealed record LabelsOnRecord(IReadOnlyList<LabelState> Labels, IReadOnlyList<FieldState> Fields);

    /// <summary>Puts a label on or takes it off.</summary>
    public sealed record LabelsAndFieldsPutRequest(bool On);

    /// <summary>What was typed into a field.</summary>
    public sealed record ValueRequest(string? Value);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/labels-and-fields", AllAsync).Asks(Permission.EditSetup).Produces<LabelAndFieldDefinitions>();
        api.MapPost("/labels", AddLabel).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/labels/{id:long}/retire", RetireLabel).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/extra-fields", AddField).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/extra-fields/{id:long}/retire", RetireField)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapGet("/records/{kind}/{id:long}/labels-and-fields", OnAsync).Asks(Permission.Find).Produces<LabelsOnRecord>();
        api.MapPost("/records/{kind}/{id:long}/labels/{labelId:long}", Put)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/records/{kind}/{id:long}/fields/{fieldId:long}", Set)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> AllAsync(ShopDb db) =>
        Results.Ok(
            new LabelAndFieldDefinitions(
                await db
                    .Labels.OrderBy(l => l.Kind)
                    .ThenBy(l => l.Name)
                    .Select(l => new LabelView(l.Id, l.Kind, l.Name, l.RetiredAt != null, db.LabelsOn.Count(o => o.LabelId == l.Id)))
                    .ToListAsync(),
                (
                    await db
                        .ExtraFields.OrderBy(f => f.Kind)
                        .ThenBy(f => f.Id)
                        .Select(f => new { Field = f, Uses = db.ExtraValues.Count(v => v.FieldId == f.Id) })
                        .ToListAsync()
                ).ConvertAll(x => new LabelsAndFieldsFieldView(
                    x.Field.Id,
                    x.Field.Kind,
                    x.Field.Name,
                    x.Field.Type,
                    x.Field.Choices,
                    x.Field.RetiredAt is not null,
                    x.Uses
                ))
            )
        );

    private static Task<IResult> AddLabel(LabelRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var name = (request.Name ?? "").Trim();
            var label = Label.Create(request.Kind, name, await work.Db.Labels.AnyAsync(l => l.Kind == request.Kind && l.Name == name));
            if (label.Problem is { } refused)
                return refused;
            work.Db.Labels.Add(label.Value);
            await work.Db.SaveChangesAsync();
            return new RecordChanged(label.Value.Id, 1);
        });

    private static Task<IResult> RetireLabel(long id, LabelsAndFieldsRetireRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Labels.FindAsync(id) is not { } label)
                return new Problem("label.gone", "This label no longer exists. Reload the page.");
            label.Retire(request.Retired, work.Actor.At);
            return new RecordChanged(id, 1);
        });

    private static Task<IResult> AddField(FieldRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var name = (request.Name ?? "").Trim();
            var taken = await work.Db.ExtraFields.AnyAsync(f => f.Kind == request.Kind && f.Name == name);
            var made = ExtraField.Create(request.Kind, name, request.Type, request.Choices, taken);
            if (made.Problem is { } problem)
                return problem;
            work.Db.ExtraFields.Add(made.Value);
            await work.Db.SaveChangesAsync();
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> RetireField(long id, LabelsAndFieldsRetireRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.ExtraFields.FindAsync(id) is not { } field)
                return new Problem("extraField.gone", "This field no longer exists. Reload the page.");
            field.Retire(request.Retired, work.Actor.At);
            return new RecordChanged(id, 1);
        });

    private static async Task<IResult> OnAsync(RecordKind kind, long id, ShopDb db)
    {
        var on = await db.LabelsOn.Where(l => l.TargetId == id).Select(l => l.LabelId).ToListAsync();
        var labels = await db
            .Labels.Where(l => l.Kind == kind && (l.RetiredAt == null || on.Contains(l.Id)))
            .OrderBy(l => l.Name)
            .ToListAsync();
        var values = await db.ExtraValues.Where(v => v.TargetId == id).ToDictionaryAsync(v => v.FieldId, v => v.Value);
        var fields = await db.ExtraFields.Where(f => f.Kind == kind).OrderBy(f => f.Id).ToListAsync();
        return Results.Ok(
            new LabelsOnRecord(
                labels.ConvertAll(l => new LabelState(l.Id, l.Name, on.Contains(l.Id))),
                fields
                    .Where(f => f.RetiredAt is null || values.ContainsKey(f.Id))
                    .Select(f => new FieldState(f.Id, f.Name, f.Type, f.Choices, values.GetValueOrDefault(f.Id, "")))
                    .ToList()
            )
        );
    }

    private static Task<IResult> Put(RecordKind kind, long id, long labelId, LabelsAndFieldsPutRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Labels.FirstOrDefaultAsync(l => l.Id == labelId && l.Kind == kind) is not { } label)
                return new Problem("label.gone", "This label no longer exists. Reload the page.");
            var on = await work.Db.LabelsOn.FirstOrDefaultAsync(l => l.LabelId == labelId && l.TargetId == id);
            if (request.On == on is not null)
                return new RecordChanged(id, 1);
            if (on is null)
                work.Db.LabelsOn.Add(new LabelOn { LabelId = labelId, TargetId = id });
            else
                work.Db.LabelsOn.Remove(on);
            Note(work, kind, id, request.On ? new FieldChange("label", "", label.Name) : new FieldChange("label", label.Name, ""));
            return new RecordChanged(id, 1);
        });

    private static Task<IResult> Set(RecordKind kind, long id, long fieldId, ValueRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.ExtraFields.FirstOrDefaultAsync(f => f.Id == fieldId && f.Kind == kind) is not { } field)
                return new Problem("extraField.gone", "This field no longer exists. Reload the page.");
            var read = field.Read(request.Value, (await work.Db.Shops.SingleAsync()).Local(work.Actor.At));
            if (read.Problem is { } problem)
                return problem;
            var kept = await work.Db.ExtraValues.FirstOrDefaultAsync(v => v.FieldId == fieldId && v.TargetId == id);
            var old = kept?.Value ?? "";
            // An empty field is no row: a merge fills it from the other record.
            if (read.Value.Length == 0)
            {
                if (kept is not null)
                    work.Db.ExtraValues.Remove(kept);
            }
            else
            {
                if (kept is null)
                    work.Db.ExtraValues.Add(kept = new ExtraValue { FieldId = fieldId, TargetId = id });
                kept.Set(read.Value);
            }
            Note(work, kind, id, new FieldChange(field.Name, old, read.Value));
            return new RecordChanged(id, 1);
        });

    private static void Note(CommandContext work, RecordKind kind, long id, FieldChange change)
    {
        var target = kind.ToString().ToLowerInvariant();
        work.Record(target, id, 0, change);
    }
}
