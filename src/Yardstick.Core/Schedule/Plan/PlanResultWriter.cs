using System.Text.Json;

namespace Yardstick.Core.Schedule;

/// <summary>Writes a plan as JSON.</summary>
public static class PlanResultWriter
{
    /// <summary>Writes one.</summary>
    public static void Write(Utf8JsonWriter json, WorkPlan plan)
    {
        var (draft, model, figures) = (plan.Draft, plan.Draft.Model, plan.Figures);
        json.WriteStartObject();
        json.WriteStartArray("jobs");
        foreach (var task in model.Tasks)
            if (draft[task] is { } place)
                Job(json, model, task, place);
        json.WriteEndArray();
        json.WriteStartArray("orders");
        foreach (var order in model.Orders)
            Order(json, draft, order);
        json.WriteEndArray();
        json.WriteNumber("withoutPlace", figures.WithoutPlace);
        json.WriteNumber("lateWeighted", figures.LateWeighted);
        json.WriteNumber("moved", figures.Moved);
        json.WriteNumber("finishSum", figures.FinishSum);
        json.WriteBoolean("proven", plan.IsProven);
        Pairs(json, "conflicts", "rule", plan.Conflicts);
        Pairs(json, "unplanned", "why", plan.Unplanned);
        if (plan.Promised is { } promised)
        {
            json.WriteStartObject("promise");
            if (draft.FinishOf(promised) is { } finish)
                json.WriteString("finish", model.Write(finish));
            else
                json.WriteNull("finish");
            json.WriteStartArray("why");
            foreach (var why in plan.Why)
                json.WriteStringValue(why);
            json.WriteEndArray();
            json.WriteEndObject();
        }
        json.WriteEndObject();
    }

    private static void Job(Utf8JsonWriter json, PlanModel model, PlanTask task, PlacedTask place)
    {
        json.WriteStartObject();
        json.WriteString("id", task.Job.Id);
        json.WriteString("order", task.Order.Order.Id);
        json.WriteString("person", model.Workers[place.Worker].Person.Id);
        if (place.Bay is { } bay)
            json.WriteString("bay", model.Bays![bay].Id);
        else
            json.WriteNull("bay");
        json.WriteString("start", model.Write(place.Start));
        json.WriteString("end", model.Write(place.End));
        if (!task.IsCertain)
            json.WriteBoolean("certain", false);
        json.WriteEndObject();
    }

    private static void Order(Utf8JsonWriter json, PlanDraft draft, PlanOrderModel order)
    {
        json.WriteStartObject();
        json.WriteString("id", order.Order.Id);
        if (draft.FinishOf(order) is { } finish)
        {
            json.WriteString("finish", draft.Model.Write(finish));
            json.WriteNumber("lateMinutes", draft.LateOf(order)!.Value);
        }
        else
            json.WriteNull("finish");
        json.WriteEndObject();
    }

    private static void Pairs(Utf8JsonWriter json, string name, string second, IReadOnlyList<(string Id, string Words)> pairs)
    {
        json.WriteStartArray(name);
        foreach (var (id, words) in pairs)
        {
            json.WriteStartObject();
            json.WriteString("id", id);
            json.WriteString(second, words);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }
}
