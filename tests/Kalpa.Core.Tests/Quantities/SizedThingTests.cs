using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>
/// What chimneys, chases, skylights and pockets take by their size, against geometry worked by hand. Laps, overhangs and turn-downs are common practice; hours are from
/// memory.
/// </summary>
public class SizedThingTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static double Value(SizedShape shape, double width, double length, double rise, string of) =>
        SizedThings.Of(shape, width, length, rise)[of].Value;

    /// <summary>24 in on plan at 8:12 are 28.84 in up the slope: 5.8 courses of 5 in, so 6 and one, on two sides.</summary>
    [Theory]
    [InlineData(36, 24, 8, SizedThings.Steps, 14)]
    [InlineData(36, 24, 8, SizedThings.Apron, 4)]
    [InlineData(36, 24, 8, SizedThings.Counter, 10.807)]
    // 25 in on a level are 5 courses, a hair more are 6.
    [InlineData(36, 25, 0, SizedThings.Steps, 12)]
    [InlineData(36, 25.01, 0, SizedThings.Steps, 14)]
    // Wider than 30 in there is a cricket in place of a pan (IRC 2021 R903.2.2).
    [InlineData(30, 24, 8, SizedThings.BackPan, 3.5)]
    [InlineData(30.1, 24, 8, SizedThings.BackPan, 0)]
    public void Chimney(double width, double length, double rise, string of, double expected) =>
        Value(SizedShape.Chimney, width, length, rise, of).ShouldBe(expected, .001);

    /// <summary>
    /// IRC 2021 table R1003.20: a third of 36 in at 8:12 is 12 in, at 12:12 a half, 18 in. The ridge is level, so it meets the slope 18 in behind the chimney either way;
    /// a valley is sqrt(18² + 18² + 12²) = 28.14 in, and the two sides are triangles of 18 in by sqrt(18² + 12²).
    /// </summary>
    [Theory]
    [InlineData(36, 8, SizedThings.CricketValleys, 4.6904)]
    [InlineData(36, 12, SizedThings.CricketValleys, 5.1962)]
    [InlineData(36, 8, SizedThings.CricketArea, 2.7042)]
    public void Cricket(double width, double rise, string of, double expected) =>
        Value(SizedShape.Cricket, width, 24, rise, of).ShouldBe(expected, .001);

    /// <summary>On a level slope there is no cricket of this kind.</summary>
    [Fact]
    public void A_level_slope_has_no_cricket() => SizedThings.Of(SizedShape.Cricket, 36, 24, 0).ShouldBeEmpty();

    [Fact]
    public void A_chase_cover_is_cut_from_what_it_covers_with_its_sides_and_drip() =>
        SizedThings
            .Of(SizedShape.Chase, 48, 30, 6)[SizedThings.Blank]
            .Words.ShouldBe("blank 56 3/4 × 38 3/4 in for 48 × 30 in over the siding; hole 1/2 in wider than the liner");

    /// <summary>40 by 28 by 4 in less 13 by 13 by 4 are 3,804 in³, 2.2 ft³.</summary>
    [Fact]
    public void A_crown_overhangs_and_leaves_out_the_flue() =>
        Value(SizedShape.Crown, 36, 24, 6, SizedThings.CrownFeet3).ShouldBe(2.2014, .001);

    /// <summary>48 in are 9.6 courses, so 10 and one on two sides; 12 ft around and 4 ft for the corners.</summary>
    [Fact]
    public void A_skylight_is_measured_along_the_slope()
    {
        Value(SizedShape.Skylight, 24, 48, 12, SizedThings.Steps).ShouldBe(22);
        Value(SizedShape.Skylight, 24, 48, 12, SizedThings.Around).ShouldBe(16);
    }

    /// <summary>10 ft wide, 6 ft of run at 1:12, to 4:12: raised 18 in; 6 pieces cut to 6.32 ft out of 8 ft; 63.2 ft² of deck.</summary>
    [Fact]
    public void A_pocket_is_raised_to_four_in_twelve()
    {
        var pocket = SizedThings.Of(SizedShape.Pocket, 120, 72, 1);
        pocket[SizedThings.Lumber].Value.ShouldBe(48);
        pocket[SizedThings.Lumber].Words.ShouldBe("6 pieces of 8 ft, cut to 6.32 ft, 24 in apart; raised 18 in at the back for 4:12");
        pocket[SizedThings.Deck].Value.ShouldBe(63.246, .001);
        SizedThings.Of(SizedShape.Pocket, 120, 72, 3.99).ShouldNotBeEmpty();
        SizedThings.Of(SizedShape.Pocket, 120, 72, 4).ShouldBeEmpty();
    }

    /// <summary>Larger never takes less.</summary>
    [Fact]
    public void More_of_a_thing_takes_no_less()
    {
        var random = new Random(7);
        for (var run = 0; run < 2000; run++)
        {
            var (width, length, rise) = (8 + (random.NextDouble() * 60), 8 + (random.NextDouble() * 60), .25 + (random.NextDouble() * 12));
            foreach (var shape in Enum.GetValues<SizedShape>())
            {
                var (small, large) = (SizedThings.Of(shape, width, length, rise), SizedThings.Of(shape, width + 6, length + 6, rise));
                large.Keys.ShouldBe(small.Keys);
                small
                    .Keys.Where(k => k != SizedThings.BackPan)
                    .ShouldAllBe(k => large[k].Value >= small[k].Value, $"{shape} {width} × {length} at {rise}");
            }
        }
    }

    private static AssessInput At(
        string code,
        DetailFact? thing,
        FindingAmount? amount,
        Extent extent,
        string pitch = "8/12",
        Guid? pinned = null
    )
    {
        var finding = Roof.Found(code, WaterEvidence.Active) with
        {
            Amount = amount,
            Place = "north end",
            Extent = extent,
            DetailId = pinned,
        };
        return Cases.On("laminatedShingle", 2022, 0, finding) with
        {
            Slopes = [Roof.A with { Pitch = TypedPitch.Of(pitch, PitchSource.Tape) }],
            Details = thing is null ? [] : [thing],
        };
    }

    private static DetailFact Thing(string kind, double? width, double? length) =>
        new(Guid.Parse("0198d000-0000-7000-8000-000000000001"), Roof.A.RoofId, kind, new Spot(Roof.A.Id, 10, 5), width, length);

    private static JobQuantities Take(AssessInput input) =>
        Assessor
            .Assess(input, Book)
            .Work.Single(w => (w.Resolves ?? []).Any(r => r.FindingId == input.Findings[0].Id))
            .Quantities.ShouldNotBeNull();

    private static string Lines(JobQuantities take) => string.Join("; ", take.Lines.Select(l => $"{l.Amount:0.##} {l.Unit} {l.Item}"));

    [Theory]
    [InlineData(
        "counter-flashing-missing",
        "chimney",
        36,
        24,
        "2 pieces Counter-flashing, lengths of 10 ft; 12 ft Reglet or raked joint; 14 pieces Step flashing; 1 piece Apron flashing, lengths of 10 ft"
    )]
    [InlineData(
        "counter-flashing-missing",
        "chimney",
        24,
        24,
        "1 piece Counter-flashing, lengths of 10 ft; 10 ft Reglet or raked joint; 14 pieces Step flashing; 1 piece Apron flashing, lengths of 10 ft; 1 piece Back pan, lengths of 10 ft"
    )]
    [InlineData(
        "cricket-missing",
        "chimney",
        36,
        24,
        "1 piece Valley metal, lengths of 10 ft; 1 sheet Deck sheathing, 4 × 8 ft; 4 ft² Self-adhered membrane; 8 ft Framing lumber"
    )]
    [InlineData("crown-cracked", "chimney", 36, 24, "5 bags Crown mix, 80 lb")]
    // 13 ft around and 10 ft down are 130 ft²; with a tenth 143 ft², 245 ft of boards at 7 in, 16 of 16 ft; 4.06 sheets are 5; 149.5 ft² of wrap.
    [InlineData(
        "chase-siding-swollen",
        "chimney",
        48,
        30,
        "16 boards Siding boards, 16 ft at 7 in exposure; 5 sheets Wall sheathing, 4 × 8 ft; 150 ft² Wall wrap"
    )]
    [InlineData(
        "skylight-flashing",
        "skylight",
        24,
        48,
        "22 pieces Step flashing; 1 set Flashing set for the unit, head and sill; 16 ft Self-adhered membrane"
    )]
    public void The_size_on_the_plan_gives_the_pieces(string code, string kind, double width, double length, string expected)
    {
        var thing = Thing(kind, width, length);
        Lines(Take(At(code, thing, null, Extent.Scattered, pinned: thing.Id))).ShouldBe(expected);
        // The only one of its kind on the slope is meant, too.
        Lines(Take(At(code, thing, null, Extent.Scattered))).ShouldBe(expected);
    }

    /// <summary>From memory: 9 hours for a chimney of up to 12 ft around, at 8:12 a fifth more.</summary>
    [Fact]
    public void Re_flashing_a_whole_chimney_takes_its_hours() =>
        Take(At("counter-flashing-missing", Thing("chimney", 36, 24), null, Extent.Scattered)).Hours!.Likely.ShouldBe(10.8);

    /// <summary>What was measured on the finding is what is repaired, and one place is no whole chimney.</summary>
    [Fact]
    public void What_was_measured_goes_before_the_size()
    {
        var chimney = Thing("chimney", 36, 24);
        Lines(Take(At("counter-flashing-missing", chimney, new FindingAmount(Feet: 4), Extent.Scattered)))
            .ShouldBe("1 piece Counter-flashing, lengths of 10 ft; 5 ft Reglet or raked joint");
        Lines(Take(At("counter-flashing-missing", chimney, null, Extent.OnePlace))).ShouldNotContain("Step flashing");
    }

    /// <summary>Boards that were measured on the finding are those; .08, .12 and .2 hours a square foot, at 8:12 a fifth more (from memory).</summary>
    [Fact]
    public void Boards_of_a_chase_go_by_what_was_measured_first()
    {
        var chase = Thing("chimney", 48, 30);
        var whole = Take(At("chase-siding-swollen", chase, null, Extent.Scattered));
        whole.Hours!.Likely.ShouldBe(Math.Round(130 * .12 * 1.2, 1), .05);
        whole.Assumed.ShouldBeEmpty();
        var part = Take(At("chase-siding-swollen", chase, new FindingAmount(WidthFeet: 4, HeightFeet: 6), Extent.Scattered));
        Lines(part).ShouldStartWith("3 boards Siding boards");
    }

    /// <summary>Without a size it says what to measure, and where.</summary>
    [Theory]
    [InlineData(null, null)]
    [InlineData(36.0, null)]
    public void Without_a_size_it_says_what_to_measure(double? width, double? length) =>
        Take(At("cricket-missing", Thing("chimney", width, length), null, Extent.OnePlace))
            .Assumed.ShouldContain("Build a chimney cricket: enter width and depth on the plan to calculate the pieces.");

    [Fact]
    public void A_pocket_that_is_measured_is_framed()
    {
        var input = At("pocket-dead", null, new FindingAmount(WidthFeet: 10, HeightFeet: 6), Extent.OnePlace, "2/12");
        Lines(Take(input)).ShouldBe("48 ft Framing lumber; 3 sheets Deck sheathing, 4 × 8 ft; 70 ft² Self-adhered membrane");
    }
}
