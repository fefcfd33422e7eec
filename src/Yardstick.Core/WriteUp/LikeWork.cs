namespace Yardstick.Core.WriteUp;

/// <summary>Work that was done on a like car.</summary>
/// <param name="VehicleId">The car.</param>
/// <param name="Title">Title of the job.</param>
/// <param name="CannedJobId">The canned job that it was made of.</param>
public sealed record LikeWork(long VehicleId, string Title, long? CannedJobId);
