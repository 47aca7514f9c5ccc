using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;

namespace Kalpa.Core.Tests.Water;

/// <summary>Standing water on a roof of 40 by 40 ft at 1/4:12: its area, its weight (62.4 pcf: 5.2 psf an inch), what makes it a matter for an engineer, and what it does to the work.</summary>
public sealed class RoofPondTests
{
    private const double Rise = 0.25;
    private static readonly PlanPart Flat = Plans.OneSlope(1, 0, 0, 40, 40, Rise, 180, 12);
    private static readonly Guid SlopeId = Flat.Alone!.SlopeId;

    /// <summary>A square of a width in feet, its corner 4 ft in from the eave and the left edge.</summary>
    private static PondCorner[] Square(double feet, double from = 4) =>
        [
            new(from * 12, from * 12),
            new((from + feet) * 12, from * 12),
            new((from + feet) * 12, (from + feet) * 12),
            new(from * 12, (from + feet) * 12),
        ];

    private static FindingFact Pond(double feet, double? deepest = null, double? average = null) =>
        Roof.Found("ponding") with
        {
            SlopeId = SlopeId,
            Pond = new PondSeen(deepest, average, Square(feet)),
        };

    private static AssessInput Input(double rise, params FindingFact[] findings)
    {
        var slope = Roof.A with { Id = SlopeId, RoofId = Plans.Id(9000), Pitch = new TypedPitch($"{rise}/12", rise, PitchSource.Tape) };
        return Roof.Input with
        {
            Slopes = [slope],
            Coverings = [new CoveringFact(Guid.CreateVersion7(), SlopeId, CoveringKind.Epdm, 2014, 2014, AgeSource.Permit)],
            Findings = findings,
            Plan = Plans.Of(Flat),
            Details = [],
        };
    }

    private static Assessment Assess(AssessInput input) => Assessor.Assess(input, RuleBook.Current);

    /// <summary>400 sq ft, 3 in deep all over: 400 · 3 · 5.2 = 6,240 lb, a quarter of the roof.</summary>
    [Fact]
    public void A_drawn_pond_has_its_area_share_and_weight()
    {
        var pond = Assess(Input(Rise, Pond(20, 3, 3))).Ponds!.Single();
        pond.SquareFeet.ShouldBe(400, 0.01);
        pond.ShareOfSlope!.Value.ShouldBe(0.25, 1e-4);
        pond.Drawn.ShouldBeTrue();
        pond.Answer!.Pounds.ShouldBe(6240);
        pond.Answer.Words.ShouldBe(
            "About 6,240 lb of water on 400 sq ft: water 3 in deep. Have a structural engineer look; add no load and do no water test before."
        );
        // A dish with only its deepest place measured holds half of that.
        Assess(Input(Rise, Pond(20, 1.5))).Ponds!.Single().Answer!.Pounds.ShouldBe(1560);
        // Without a depth it has no weight, and the job asks for one.
        Assess(Input(Rise, Pond(20))).Ponds!.Single().Answer.ShouldBeNull();
        Steps(Input(Rise, Pond(20))).ShouldContain("Measure the depth of the pond: it covers 400 sq ft, 25% of the slope");
        Steps(Input(Rise, Pond(20, 1))).ShouldNotContain(s => s.Contains("depth", StringComparison.Ordinal));
    }

    [Fact]
    public void Only_what_lies_on_the_slope_counts()
    {
        // Half of a 20 ft square that begins 30 ft along and up lies off the roof: 10 by 10 ft stay.
        var half = Pond(20) with
        {
            Pond = new PondSeen(Outline: Square(20, 30)),
        };
        Assess(Input(Rise, half)).Ponds!.Single().SquareFeet.ShouldBe(100, 0.01);
    }

    [Fact]
    public void Without_an_outline_the_typed_width_and_length_count()
    {
        var typed = Roof.Found("ponding") with
        {
            SlopeId = SlopeId,
            Amount = new FindingAmount(WidthFeet: 10, HeightFeet: 12),
            Pond = new PondSeen(2, 2),
        };
        var pond = Assess(Input(Rise, typed) with { Plan = null }).Ponds!.Single();
        (pond.SquareFeet, pond.Drawn, pond.Answer!.Pounds).ShouldBe((120, false, 1250));
        Assess(Input(Rise, Roof.Found("ponding") with { SlopeId = SlopeId })).Ponds.ShouldBeNull();
        // What was drawn goes before what was typed.
        Assess(Input(Rise, typed with { Pond = new PondSeen(2, 2, Square(20)) })).Ponds!.Single().SquareFeet.ShouldBe(400, 0.01);
    }

    [Fact]
    public void The_job_is_for_what_was_drawn()
    {
        var judged = Assess(Input(Rise, Pond(20))).Findings.Single();
        judged.Amount!.Words.ShouldBe("400 sq ft");
        judged.Observed.ShouldContain("two days after rain, 400 sq ft.");
        Assess(Input(Rise, Pond(20, 1.5))).Findings.Single().Observed.ShouldContain("two days after rain, 400 sq ft, up to 1.5 in deep.");
        var typed = Roof.Found("ponding") with { Amount = new FindingAmount(WidthFeet: 10, HeightFeet: 12), Pond = new PondSeen(2) };
        Assess(Input(Rise, typed)).Findings.Single().Amount!.Words.ShouldBe("10 × 12 ft, up to 2 in deep");
        judged.Amount.Assumed.ShouldBeFalse();
        judged.Amount.SquareFeet!.Value.ShouldBe(400, 0.01);
        Assess(Input(Rise, Roof.Found("ponding") with { SlopeId = SlopeId })).Findings.Single().Amount!.Assumed.ShouldBeTrue();
    }

    private static readonly FindingFact[] None = [];

    public static TheoryData<string, double, double, string?, double?, bool, string> Reasons { get; } =
        new()
        {
            // From 2 in deep on (from memory).
            { "shallow", Rise, 1.9, null, null, false, "" },
            { "deep", Rise, 2, null, null, false, "water 2 in deep" },
            // Under 1/4:12 from an inch on: a birdbath on a dead flat roof is the roofer’s (from memory).
            { "flat", 0.125, 1, null, null, false, "slope under 1/4:12" },
            { "birdbath", 0.125, 0.9, null, null, false, "" },
            { "overflow", Rise, 0.5, "overflow-none", null, false, "overflow missing or blocked" },
            { "overflow", Rise, 0.5, "overflow-high", null, false, "overflow missing or blocked" },
            { "overflow", Rise, 0.5, "scupper-low", null, false, "overflow missing or blocked" },
            { "sag", Rise, 0.5, "plane-sagging", null, false, "deck sags" },
            { "else", Rise, 0.5, "drain-clogged", null, false, "" },
            // A rule held by hand: a quarter of an inch is the same depth.
            { "same", Rise, 1.25, null, 1.0, false, "" },
            { "deeper", Rise, 1.3, null, 1.0, false, "deeper than at the last visit" },
            { "equipment", Rise, 0.5, null, null, true, "new equipment near" },
        };

    [Theory]
    [MemberData(nameof(Reasons))]
    public void An_engineer_is_asked_where_there_is_reason(
        string name,
        double rise,
        double deepest,
        string? beside,
        double? before,
        bool equipment,
        string reason
    )
    {
        name.ShouldNotBeEmpty();
        var pond = Pond(10, deepest);
        pond = pond with { Pond = pond.Pond! with { NewEquipment = equipment } };
        var others = beside is null ? None : [Roof.Found(beside) with { SlopeId = SlopeId }];
        var input = Input(rise, [pond, .. others]);
        if (before is { } inches)
        {
            input = Roof.With(
                input,
                r => r with { LastTime = new LastTime(Guid.CreateVersion7(), new DateOnly(2025, 9, 1), [Pond(10, inches)]) }
            );
        }
        var judged = Assess(input);
        var answer = judged.Ponds!.Single().Answer!;
        answer.Reasons.ShouldBe(reason.Length > 0 ? [reason] : []);
        answer.AskEngineer.ShouldBe(reason.Length > 0);
        var engineer = judged.Work.SingleOrDefault(w => w.Title == "Have a structural engineer look at the standing water");
        (engineer is not null).ShouldBe(answer.AskEngineer);
        if (engineer is not null)
        {
            engineer.Urgency.ShouldBe(UrgencyClass.ThisSeason);
            engineer.Trade.ShouldBe("engineer");
            engineer.Why.ShouldBe(answer.Words);
            engineer.SlopeId.ShouldBe(SlopeId);
            engineer.Steps.ShouldBe(["Put no equipment, material or people on it until then", "Do no flood test"]);
        }
        // On a slope that is replaced for being too flat the pond goes with that.
        judged
            .Work.Any(w => w.Resolves?.Any(r => r.FindingId == pond.Id) == true && w.Why.EndsWith(answer.Words, StringComparison.Ordinal))
            .ShouldBe(rise >= Rise);
    }

    [Fact]
    public void Two_ponds_of_a_slope_are_one_look_by_the_engineer_and_a_repaired_one_is_none()
    {
        var (one, other) = (Pond(10, 3), Pond(10, 2) with { Pond = new PondSeen(2, null, Square(10, 20)) });
        var judged = Assess(Input(Rise, one, other));
        judged.Work.Single(w => w.Trade == "engineer").Why.ShouldBe(string.Join(' ', judged.Ponds!.Select(p => p.Answer!.Words)));
        var job = judged.Work.First(w => w.Resolves?.Any(r => r.FindingId == one.Id) == true);
        var done = new JobDoneFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            job.Title,
            new DateOnly(2026, 9, 20),
            [one.Id, other.Id],
            [SlopeId]
        );
        Assess(Roof.With(Input(Rise, one, other), r => r with { JobsDone = [done] })).Work.ShouldNotContain(w => w.Trade == "engineer");
    }

    /// <summary>The wear that the table of factors has for ponding goes by the share of the slope: 0.95 to a tenth, 0.9 to a quarter, 0.8 beyond.</summary>
    [Theory]
    [InlineData(12.64, "tenth")]
    [InlineData(12.66, "quarter")]
    [InlineData(19.99, "quarter")]
    [InlineData(20.01, "more")]
    public void A_drawn_pond_answers_how_much_of_the_slope_is_under_water(double feet, string option)
    {
        var wear = Assess(Input(Rise, Pond(feet))).Slopes.Single().LifeFacts!.Wear!.Single(w => w.Factor == "ponding");
        wear.Option.ShouldBe(option);
        wear.From.ShouldStartWith("drawn on the plan: ponds on ");
        // An answer of the inspector goes before.
        var answered = Roof.With(
            Input(Rise, Pond(feet)),
            r => r with { Answers = [new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "ponding", SlopeId, ["none"])] }
        );
        Assess(answered).Slopes.Single().LifeFacts!.Wear!.Single(w => w.Factor == "ponding").Option.ShouldBe("none");
    }

    /// <summary>4 of 40 by 40 ft are a hundredth here; what stands on the slope beside it is that one's wear.</summary>
    [Fact]
    public void A_pond_on_the_next_slope_wears_that_one()
    {
        var beside = Plans.OneSlope(2, 60, 0, 40, 40, Rise, 180, 12);
        var input = Input(Rise, Pond(4), Pond(30) with { SlopeId = beside.Alone!.SlopeId });
        var two = input with
        {
            Slopes = [.. input.Slopes, input.Slopes[0] with { Id = beside.Alone.SlopeId, Letter = "B" }],
            Coverings = [.. input.Coverings, input.Coverings[0] with { Id = Guid.CreateVersion7(), SlopeId = beside.Alone.SlopeId }],
            Plan = Plans.Of(Flat, beside),
        };
        Assess(two).Slopes.Select(s => s.LifeFacts!.Wear!.Single(w => w.Factor == "ponding").Option).ShouldBe(["tenth", "more"]);
    }

    [Fact]
    public void A_larger_or_deeper_pond_never_asks_for_less()
    {
        double[] feet = [2, 5, 10, 20, 30];
        double[] inches = [0.5, 1, 2, 4];
        static PondAnswer At(double wide, double deep) => Assess(Input(Rise, Pond(wide, deep))).Ponds!.Single().Answer!;
        static void Grows(PondAnswer less, PondAnswer more)
        {
            more.Pounds.ShouldBeGreaterThan(less.Pounds);
            (more.AskEngineer || !less.AskEngineer).ShouldBeTrue();
        }
        foreach (var (wide, deep) in feet.SelectMany(w => inches.Select(d => (w, d))))
        {
            Grows(At(wide, deep), At(wide + 2, deep));
            Grows(At(wide, deep), At(wide, deep + 1));
        }
    }

    private static IEnumerable<string> Steps(AssessInput input) =>
        Assess(input).Work.Where(w => w.Resolves is not null).SelectMany(w => w.Steps);
}
