using Yardstick.Core.Orders;

namespace Yardstick.Core.Approval;

/// <summary>A customer's whole answer on their page: about every open job, with a name and a signature.</summary>
public static class ApprovalReply
{
    /// <summary>Longest name and note.</summary>
    public const int LongestName = 120,
        LongestNote = 2000;

    /// <summary>Reads it. Fields of problems are <c>name</c>, <c>signature</c>, <c>note</c> and <c>job:KEY</c>.</summary>
    /// <param name="order">The order as it is now.</param>
    /// <param name="said">What was said of each job.</param>
    /// <param name="name">Who signs.</param>
    /// <param name="note">What else they say.</param>
    /// <param name="signatureHash">Content hash of the signature; empty without one.</param>
    /// <param name="unsafeTerms">What is acknowledged when unsafe work is declined.</param>
    /// <param name="today">Today in the shop.</param>
    public static Result<IReadOnlyList<(long JobId, Answer Answer)>> Read(
        Order order,
        IReadOnlyList<JobAnswer>? said,
        string? name,
        string? note,
        string signatureHash,
        string unsafeTerms,
        LocalDate today
    )
    {
        var (signer, words) = ((name ?? "").Trim(), (note ?? "").Trim());
        if (signatureHash.Length == 0)
            return new Problem("answer.signature", "Please sign in the box.", "signature");
        if (signer.Length is 0 or > LongestName)
            return new Problem("answer.name", "Please type your name.", "name");
        if (words.Length > LongestNote)
            return new Problem("answer.note", Invariant($"Please shorten your note to {LongestNote:N0} characters."), "note");
        var answers = new List<(long, Answer)>();
        foreach (var job in order.OnJobs.Where(j => j.Decision == DecisionKind.Proposed))
        {
            var field = $"job:{job.Id}";
            if (said?.FirstOrDefault(j => j?.JobId == job.Id) is not { } about)
                return new Problem("answer.open", $"Choose yes, later or no for \"{job.Title}\".", field);
            if (about.Kind is not (DecisionKind.Approved or DecisionKind.Declined or DecisionKind.Deferred))
                return new Problem("answer.kind", "Choose yes, later or no.", field);
            var knowingly = job.IsUnsafe && about.Kind == DecisionKind.Declined;
            if (knowingly && !about.Acknowledged)
                return new Problem("answer.unsafe", $"Please check the box for \"{job.Title}\" before you say no to it.", field);
            answers.Add(
                (
                    job.Id,
                    new Answer(
                        about.Kind,
                        signer,
                        AnswerChannel.Link,
                        words,
                        about.Kind == DecisionKind.Deferred ? DeferralTerms.After(about.Later, today) : null
                    )
                    {
                        LinesOut = (about.LinesOut ?? []).ToHashSet(),
                        Acknowledged = knowingly ? unsafeTerms : "",
                        SignatureHash = signatureHash,
                    }
                )
            );
        }
        return answers;
    }
}
