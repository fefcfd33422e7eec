namespace Yardstick.Core.WriteUp;

/// <summary>Something known that becomes work on an order.</summary>
/// <param name="Kind">What it is taken over from.</param>
/// <param name="Id">Key of the job, reminder or finding; null where it is a title only.</param>
/// <param name="Title">What is to be done; the title of the job where nothing else tells one.</param>
/// <param name="CannedJobId">The canned job that does it.</param>
public sealed record AdvisoryToJob(AdvisoryTakeKind Kind, long? Id, string Title, long? CannedJobId);
