using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Walking;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Walking;

/// <summary>Orders, rules and to-dos of the walk are common practice.</summary>
public class WalkingTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly Gen<AssessInput> AnyVisit = Gen.Choose(0, 100_000).Select(seed => new VisitGenerator(seed).Visit());

    [Theory]
    [InlineData(CommissionPurpose.Condition, CoveringFamily.Tile, "tile")]
    [InlineData(CommissionPurpose.Condition, CoveringFamily.Membrane, "low-slope")]
    [InlineData(CommissionPurpose.Buyer, CoveringFamily.Metal, "house")]
    [InlineData(CommissionPurpose.Leak, CoveringFamily.Tile, "leak")]
    [InlineData(CommissionPurpose.InstallerCheck, CoveringFamily.Asphalt, "new-work")]
    [InlineData(CommissionPurpose.FollowUp, CoveringFamily.Membrane, "follow-up")]
    public void Commission_and_covering_pick_the_walk(CommissionPurpose purpose, CoveringFamily family, string walk) =>
        WalkOrders.Suggest(Book, purpose, family).Key.ShouldBe(walk);

    [Fact]
    public void The_walk_somebody_chose_goes_before_the_suggestion()
    {
        var input = Roof.Input with { Visit = Roof.Visit with { Walk = "leak" } };
        WalkOrders.Of(Book, input).Key.ShouldBe("leak");
    }

    // Field guide, common practice: on low slopes one goes inside and sees the deck from below before going up.
    [Fact]
    public void On_a_low_slope_the_deck_is_seen_from_below_before_anybody_stands_on_it()
    {
        var keys = Book.FindWalk("low-slope")!.Stations.ToList();
        keys.IndexOf("deck").ShouldBeLessThan(keys.IndexOf("field"));
        keys.IndexOf("inside").ShouldBeLessThan(keys.IndexOf("seams"));
    }

    [Fact]
    public void Every_walk_has_stations_of_the_book_none_twice_for_every_family()
    {
        foreach (var walk in Book.Walks)
        {
            foreach (var family in Enum.GetValues<CoveringFamily>().Cast<CoveringFamily?>().Append(null))
            {
                var stations = WalkOrders.StationsOf(Book, walk, family);
                stations.ShouldAllBe(s => s != null, walk.Key);
                stations.Select(s => s.Key).ShouldBeUnique(walk.Key);
                stations.Count.ShouldBeGreaterThan(5, walk.Key);
            }
        }
        Book.Commissions.Select(c => c.Purpose).ShouldBe(Enum.GetValues<CommissionPurpose>(), ignoreOrder: true);
        Enum.GetValues<CoveringFamily>().ShouldAllBe(f => Book.Walks.Any(w => w.Families != null && w.Families.Contains(f)));
    }

    [Fact]
    public void Mixed_vents_send_one_to_the_attic_until_one_has_looked()
    {
        var vents = Roof.Finding("mixed-vents", "ridges");
        var input = Roof.Input with { Findings = [vents] };
        var toDo = Progress(input).ToDos.ShouldHaveSingleItem();
        (toDo.Station, toDo.Done).ShouldBe(("attic", false));
        Progress(input).HeldBy.ShouldContain(h => h.StartsWith("To do, attic"));

        var done = new ToDoFact(Guid.CreateVersion7(), Roof.Visit.Id, toDo.Text, "attic", null, vents.Id, toDo.Rule, true, "Nothing found");
        Progress(Roof.With(input, r => r with { ToDos = [done] })).ToDos.ShouldHaveSingleItem().Done.ShouldBeTrue();
    }

    [Fact]
    public void What_this_walk_has_no_station_for_comes_back_at_wrap_up()
    {
        var input = Roof.Input with { Findings = [Roof.Finding("ceiling-stain", "inside")] };
        Progress(input).ToDos.Select(t => t.Station).ShouldBe(["attic", ""]);
    }

    /// <summary>Photos without which the visit is not finished.</summary>
    private static List<Due> Needed(AssessInput input) => [.. Progress(input).Dues.Where(d => !d.Optional)];

    [Fact]
    public void A_lifted_tile_wants_a_photo_before_and_after()
    {
        var lifted = Roof.Finding("tile-lifted", "lift");
        var input = Roof.Input with { Findings = [lifted] };
        Needed(input).Select(d => d.Photo).ShouldBe([PhotoRole.Before, PhotoRole.After]);
        var before = Roof.Photo(lifted.Id, PhotoRole.Before);
        Needed(Roof.With(input, r => r with { Photos = [before] })).ShouldHaveSingleItem().Photo.ShouldBe(PhotoRole.After);
    }

    [Fact]
    public void Decayed_siding_seen_from_the_ground_wants_a_photo_of_every_wall()
    {
        var siding = Roof.Finding("siding-decayed", "ground") with { SlopeId = null };
        var input = Roof.Input with { Findings = [siding] };
        Needed(input).Select(d => d.SlopeId).ShouldBe([Roof.A.Id, Roof.B.Id]);
        var excused = new LookFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            "walls",
            Roof.B.Id,
            LookState.Excused,
            null,
            ExcuseReason.NotThere
        );
        Needed(input with { Looks = [excused] }).ShouldHaveSingleItem().SlopeId.ShouldBe(Roof.A.Id);
        var photo = Roof.Photo(null, PhotoRole.Seen) with { SlopeId = Roof.A.Id, Station = "walls" };
        Needed(Roof.With(input with { Looks = [excused] }, r => r with { Photos = [photo] })).ShouldBeEmpty();
    }

    [Fact]
    public void Whatever_was_covered_wants_photos_before_and_after()
    {
        var covered = new ProtectionFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            Roof.A.Id,
            null,
            "hole covered",
            "M",
            new DateOnly(2026, 10, 1)
        );
        Needed(Roof.With(Roof.Input, r => r with { Protections = [covered] })).Count.ShouldBe(2);
    }

    /// <summary>The building from the ground and each slope from its field: what a report shows of a roof as a whole (common practice).</summary>
    [Fact]
    public void The_building_and_each_slope_want_a_photo_that_finishing_does_not_wait_for()
    {
        (string, Guid?)[] all = [("ground", null), ("field", Roof.A.Id), ("field", Roof.B.Id)];
        Wanted(Roof.Input).ShouldBe(all);
        Progress(Roof.Input).HeldBy.ShouldNotContain(line => line.Contains("Overview"));
        // One of the building goes by naming nothing on it; one of a finding shows that finding.
        var overview = Roof.Photo(null, PhotoRole.Seen) with
        {
            SlopeId = null,
        };
        Wanted(With(overview)).ShouldBe(all[1..]);
        Wanted(With(overview with { WriteUp = true })).ShouldBe(all);
        Wanted(With(overview with { Role = PhotoRole.Before })).ShouldBe(all);
        Wanted(With(overview with { DetailId = Guid.CreateVersion7() })).ShouldBe(all);
        Wanted(With(overview with { SlopeId = Roof.B.Id })).ShouldBe(all[..2]);
        Wanted(With(overview with { SlopeId = Roof.B.Id, FindingId = Guid.CreateVersion7() })).ShouldBe(all);
        // What could not be inspected cannot be photographed.
        var excused = new LookFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            "field",
            Roof.A.Id,
            LookState.Excused,
            null,
            ExcuseReason.TooSteep
        );
        Wanted(Roof.Input with { Looks = [excused] }).ShouldBe([all[0], all[2]]);
        Wanted(Roof.Input with { Looks = [excused with { State = LookState.Looked, Excuse = null }] }).ShouldBe(all);

        static AssessInput With(PhotoFact photo) => Roof.With(Roof.Input, r => r with { Photos = [photo] });
    }

    [Theory]
    [InlineData(CommissionPurpose.InstallerCheck, 1)]
    [InlineData(CommissionPurpose.Leak, 3)]
    [InlineData(CommissionPurpose.Claim, 3)]
    public void A_report_without_slopes_wants_no_photo_of_each(CommissionPurpose purpose, int wanted) =>
        Wanted(Roof.Input with { Visit = Roof.Visit with { Commission = new Commission(purpose) } }).Count.ShouldBe(wanted);

    private static List<(string, Guid?)> Wanted(AssessInput input) =>
        [.. Progress(input).Dues.Where(d => d.Optional).Select(d => (d.Station, d.SlopeId))];

    [Fact]
    public void Footing_is_the_worst_of_what_was_said_and_found()
    {
        Progress(Roof.Input).Footings.ShouldAllBe(f => f.State == FootingState.Unknown);
        var sound = new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "footing", Roof.A.Id, ["sound"]);
        var input = Roof.With(Roof.Input, r => r with { Answers = [sound] });
        Progress(input).Footings[0].State.ShouldBe(FootingState.Sound);
        var soft = Progress(input with { Findings = [Roof.Finding("deck-soft", "field")] }).Footings;
        (soft[0].State, soft[1].State).ShouldBe((FootingState.Soft, FootingState.Unknown));
        soft[0].Why.ShouldHaveSingleItem().ShouldContain("soft roof deck");
    }

    /// <summary>29 CFR 1926.501(b)(4): skylights and their like are holes; whoever calls the deck sound has not tested the pane.</summary>
    [Theory]
    [InlineData(CoveringKind.Glass, FootingState.Fragile)]
    [InlineData(CoveringKind.Polycarbonate, FootingState.Fragile)]
    [InlineData(CoveringKind.Planted, FootingState.Sound)]
    public void Nobody_steps_on_glass_or_plastic(string kind, FootingState state)
    {
        var sound = new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "footing", Roof.A.Id, ["sound"]);
        var input = Roof.With(Roof.With(kind, 2015), r => r with { Answers = [sound] });
        Progress(input).Footings.Single(f => f.SlopeId == Roof.A.Id).State.ShouldBe(state);
    }

    [Theory]
    [InlineData("in-force", true)]
    [InlineData("unknown", true)]
    [InlineData("none", false)]
    [InlineData("ended", false)]
    public void Before_anything_is_cut_or_coated_the_warranty_is_asked(string said, bool cautioned)
    {
        var answer = new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "warranty", null, [said]);
        var caution = Progress(Roof.With(Roof.Input, r => r with { Answers = [answer] })).WarrantyCaution;
        (caution is not null).ShouldBe(cautioned);
        Progress(Roof.Input).WarrantyCaution.ShouldNotBeNull();
    }

    [Fact]
    public void A_cause_stays_suspected_until_a_second_kind_of_proof()
    {
        Causes.Words(new SuspectedCause("cold weld", [])).ShouldStartWith("Suspected cause: cold weld (not confirmed");
        SuspectedCause once = new("cold weld", [ProofKind.SeenFromOutside, ProofKind.SeenFromOutside]);
        Causes.IsProved(once).ShouldBeFalse();
        Causes.Words(once).ShouldContain("a second confirmation is needed");
        Causes
            .Words(new SuspectedCause("cold weld", [ProofKind.SeenFromOutside, ProofKind.WaterTest]))
            .ShouldStartWith("Probable cause: cold weld (seen from outside and shown by a water test)");
    }

    [Fact]
    public void Nothing_found_not_seen_and_hidden_are_three_things()
    {
        LookFact Look(string station, Guid? slope, LookState state, ExcuseReason? excuse = null) =>
            new(Guid.CreateVersion7(), Roof.Visit.Id, station, slope, state, null, excuse);
        var coverage = Assessor
            .Assess(
                Roof.Input with
                {
                    Looks =
                    [
                        Look("edges", Roof.A.Id, LookState.Looked),
                        Look("edges", Roof.B.Id, LookState.Excused, ExcuseReason.Dark),
                        Look("field", Roof.A.Id, LookState.Hidden, ExcuseReason.Snow),
                    ],
                },
                Book
            )
            .Coverage;
        coverage.NothingFound.ShouldBe(["Slope A, edges: inspected, no defects observed."]);
        coverage.Limitations.ShouldBe([
            "Slope B (south), edges: not checked – too dark. No conclusion is drawn.",
            "Slope A (south), slope field: not checked – hidden by snow or ice. No conclusion is drawn.",
        ]);
        (coverage.Looked, coverage.Excused, coverage.Hidden).ShouldBe((1, 1, 1));
    }

    [Property(MaxTest = 80)]
    public Property A_visit_can_be_finished_exactly_when_nothing_holds_it() =>
        Prop.ForAll(
            AnyVisit.ToArbitrary(),
            visit =>
            {
                var judged = Assessor.Assess(visit, Book);
                var open =
                    judged.Coverage.Left.Count
                    + judged.Progress.Dues.Count(d => !d.Optional)
                    + judged.Progress.WriteUps
                    + judged.Progress.RechecksLeft.Count;
                var toDo = judged.Progress.ToDos.Count(t => !t.Done);
                return judged.Progress.CanFinish == (open + toDo == 0) && judged.Progress.CanFinish == (judged.Progress.HeldBy.Count == 0);
            }
        );

    [Property(MaxTest = 60)]
    public Property Coming_down_leaves_no_place_open_and_undoes_no_look() =>
        Prop.ForAll(
            AnyVisit.ToArbitrary(),
            visit =>
            {
                var before = Assessor.Assess(visit, Book).Coverage;
                var down = before.Left.Select(l => new LookFact(
                    Guid.CreateVersion7(),
                    Guid.Empty,
                    l.Station,
                    l.SlopeId,
                    LookState.Excused,
                    null,
                    ExcuseReason.Storm
                ));
                var after = Assessor.Assess(visit with { Looks = [.. visit.Looks, .. down] }, Book).Coverage;
                return after.Left.Count == 0 && after.Looked == before.Looked && after.Excused == before.Excused + before.Left.Count;
            }
        );

    private static Progress Progress(AssessInput input) => Assessor.Assess(input, Book).Progress;
}
