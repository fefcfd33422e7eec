using Yardstick.Core.Approval;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Approval;

/// <summary>What the shop wrote and photographed goes out only when somebody looked at it.</summary>
public class ReleaseTests
{
    private readonly Order order = new() { Id = 1, Number = 3001 };
    private readonly List<Finding> findings =
    [
        new Finding
        {
            Id = 3,
            Text = "Pads 2mm",
            Measured = 2,
            Unit = "mm",
            Rating = Rating.Due,
        },
    ];
    private readonly List<AttachedFile> files = [Photo(8, 101), Photo(9, 101), Photo(10, 999)];

    public ReleaseTests()
    {
        var job = new Job { Id = 11, Title = "Brakes" };
        job.Lines.Add(
            new LaborLine
            {
                Id = 101,
                Description = "Replace pads",
                Hours = new(1),
            }
        );
        order.AddJob(job, Mina);
        order.AddConcern("Squeals", Mina);
        order.Concerns[0].Id = 5;
        order.SetConcern(5, "cause", "Pads glazed", Mina);
        order.SetLine(101, "noteForCustomer", "Ceramic", Mina);
        files.Add(
            new AttachedFile
            {
                Id = 12,
                Kind = RecordKind.Line,
                TargetId = 101,
                Name = "quote.pdf",
                ContentType = "application/pdf",
                Hash = "pdf",
            }
        );
        files.Add(Photo(13, 101));
        files[^1].RemovedAt = Mina.At;
    }

    private static AttachedFile Photo(long id, long line) =>
        new()
        {
            Id = id,
            Kind = RecordKind.Line,
            TargetId = line,
            Name = "a.jpg",
            ContentType = FileContent.Jpeg,
            Hash = $"photo{id}",
        };

    private EstimateSnapshot Shown() => Policy.Shown(order, findings, files);

    private IReadOnlyList<VisibilityItem> Items() => VisibilityItem.Of(order, findings, files, Sample.NoPhotos);

    private Result Decide(VisibilityKind kind, long id, bool show, string? words = null) =>
        order.SetVisibility(kind, id, show, words, findings, files, Mina);

    [Fact]
    public void Everything_that_was_written_or_photographed_is_gone_through()
    {
        Assert.Equal(
            [
                (VisibilityKind.Finding, 3L),
                (VisibilityKind.Cause, 5L),
                (VisibilityKind.Note, 101L),
                (VisibilityKind.Photo, 8L),
                (VisibilityKind.Photo, 9L),
            ],
            Items().Select(t => (t.Kind, t.Id))
        );
        Assert.All(Items(), t => Assert.Equal(CustomerVisibility.ToBeDecided, t.Release));
        Assert.Equal(("Squeals", "Replace pads"), (Items()[1].Where, Items()[3].Where));
    }

    [Fact]
    public void Photos_of_a_point_go_out_with_what_is_drawn_on_them_but_none_that_came_after_the_release()
    {
        var finding = new Finding
        {
            Id = 4,
            Text = "Pads at 2 mm",
            InspectionPointId = 40,
            PhotoHash = "before",
        };
        PointPhoto Taken(long id, string hash, int minutes, bool after = false) =>
            new()
            {
                Id = id,
                InspectionPointId = 40,
                Hash = hash,
                After = after,
                At = Mina.At.Plus(Duration.FromMinutes(minutes)),
            };
        var first = Taken(1, "before", -20);
        first.Draw([
            new()
            {
                Ring = true,
                FromX = 0.6m,
                FromY = 0.3m,
                ToX = 0.5m,
                ToY = 0.5m,
            },
        ]);
        var photos = new[] { Taken(3, "late", 5, after: true), Taken(2, "close", -10), first }.ToLookup(p => p.InspectionPointId);
        Assert.Equal(["before", "close", "late"], ShownPhoto.Of(finding, photos).Select(p => p.Hash));
        finding.Decide(true, "", Mina);
        // Whoever looks again before it is released again sees the late one as well.
        Assert.Equal(["before", "close", "late"], ShownPhoto.Of(finding, photos).Select(p => p.Hash));
        var shown = ShownPhoto.ReleasedOf(finding, photos);
        Assert.Equal(["before", "close"], shown.Select(p => p.Hash));
        Assert.Equal(new ShownMark(true, 0.6m, 0.3m, 0.5m, 0.5m), Assert.Single(shown[0].Marks));
        Assert.Equal(["before"], ShownPhoto.Of(finding, Sample.NoPhotos).Select(p => p.Hash));
    }

    [Fact]
    public void Nothing_of_it_is_shown_until_it_is_released()
    {
        var shown = Shown();
        Assert.Empty(shown.Findings);
        Assert.Empty(shown.Photos);
        Assert.Equal(("", ""), (shown.Jobs[0].Lines[0].Note, shown.Document.Concerns[0].Cause));

        Assert.True(Decide(VisibilityKind.Finding, 3, true, "Pads are down to 2 mm").Ok);
        Assert.True(Decide(VisibilityKind.Cause, 5, true).Ok);
        Assert.True(Decide(VisibilityKind.Note, 101, true, " Ceramic pads ").Ok);
        Assert.True(Decide(VisibilityKind.Photo, 9, true).Ok);
        Assert.True(Decide(VisibilityKind.Photo, 8, false).Ok);
        shown = Shown();
        Assert.Equal("Pads are down to 2 mm", shown.Findings.Single().Text);
        Assert.Equal(("Ceramic pads", "Pads glazed"), (shown.Jobs[0].Lines[0].Note, shown.Document.Concerns[0].Cause));
        Assert.Equal(["photo9"], shown.Jobs[0].Lines[0].Photos);
        Assert.Equal(["photo9"], shown.Photos);
        // What was found stays as the technician wrote it.
        Assert.Equal("Pads 2mm", findings[0].Text);
        Assert.DoesNotContain(Items(), t => t.Release == CustomerVisibility.ToBeDecided);
    }

    [Fact]
    public void What_is_changed_afterwards_has_to_be_looked_at_again()
    {
        Decide(VisibilityKind.Note, 101, true);
        Decide(VisibilityKind.Cause, 5, true);
        order.SetLine(101, "noteForCustomer", "Ceramic, they were the last ones", Mina);
        order.SetConcern(5, "cause", "Pads and rotors glazed", Mina);
        Assert.Equal(
            (CustomerVisibility.ToBeDecided, CustomerVisibility.ToBeDecided),
            (order.Jobs[0].Lines[0].NoteVisibility, order.Concerns[0].CauseVisibility)
        );
        Assert.Equal("", Shown().Document.Concerns[0].Cause);
        // Another field of the same line changes nothing about it.
        Decide(VisibilityKind.Note, 101, true);
        order.SetLine(101, "hours", "2", Mina);
        Assert.Equal(CustomerVisibility.Shown, order.Jobs[0].Lines[0].NoteVisibility);
    }

    [Fact]
    public void A_photo_or_a_finding_that_is_released_later_leaves_the_offer_as_it_was_a_note_does_not()
    {
        var offer = Shown().OfferHash;
        Decide(VisibilityKind.Photo, 9, true);
        Decide(VisibilityKind.Finding, 3, true);
        Decide(VisibilityKind.Cause, 5, true);
        Assert.Equal(offer, Shown().OfferHash);
        Decide(VisibilityKind.Note, 101, true);
        Assert.NotEqual(offer, Shown().OfferHash);
    }

    [Theory]
    [InlineData(VisibilityKind.Photo, 10, null, "release.gone")]
    [InlineData(VisibilityKind.Photo, 12, null, "release.gone")]
    [InlineData(VisibilityKind.Photo, 13, null, "release.gone")]
    [InlineData(VisibilityKind.Note, 102, null, "release.gone")]
    [InlineData(VisibilityKind.Cause, 6, null, "release.gone")]
    [InlineData(VisibilityKind.Finding, 3, 2001, "release.long")]
    public void What_is_not_there_or_too_long_is_refused(VisibilityKind kind, long id, int? length, string code)
    {
        Assert.Equal(code, Decide(kind, id, true, length is { } long_ ? new string('x', long_) : null).Problem!.Code);
        Assert.All(Items(), t => Assert.Equal(CustomerVisibility.ToBeDecided, t.Release));
    }

    [Fact]
    public void Who_released_what_in_which_words_is_on_the_record()
    {
        order.Changes.Clear();
        Decide(VisibilityKind.Finding, 3, true, "Pads are thin");
        Decide(VisibilityKind.Photo, 8, false);
        Assert.Equal(
            [("finding", 3L, "shown to customer: Pads are thin", 7L), ("photo", 8L, "internal only", 7L)],
            order.Changes.Select(c => (c.Target, c.TargetId, c.New, c.ById))
        );
    }

    [Fact]
    public void Work_for_another_visit_takes_its_release_along_copied_work_does_not()
    {
        Decide(VisibilityKind.Note, 101, true);
        var job = order.Jobs[0];
        Assert.Equal(
            (CustomerVisibility.Shown, "Ceramic"),
            (job.ForAnotherVisit(order).Lines[0].NoteVisibility, job.ForAnotherVisit(order).Lines[0].NoteForCustomer)
        );
        Assert.Equal(CustomerVisibility.ToBeDecided, EarlierWork.Copy(job, (_, _) => { }).Lines[0].NoteVisibility);
    }
}
