using Google.OrTools.Sat;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Schedule;

/// <summary>A figure that is made as small as possible.</summary>
/// <param name="Expression">It in the solver's model.</param>
/// <param name="ValueOf">It of a plan.</param>
/// <param name="Least">What it can't be below.</param>
internal sealed record SatObjective(LinearExpr Expression, Func<PlanDraft, long> ValueOf, long Least);
