using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Assessing;

public class FactChecksTests
{
    private static readonly SlopeFact Slope = new(
        Guid.CreateVersion7(),
        Guid.CreateVersion7(),
        "A",
        "",
        TypedPitch.Of("6/12", PitchSource.Tape),
        Facing.North,
        Under.Attic,
        TypedLength.Of("40'"),
        TypedLength.Of("15")
    );

    private static readonly CoveringFact Covering = new(Guid.CreateVersion7(), Slope.Id, CoveringKind.Epdm, 2001, 2003, AgeSource.Owner);
    private static readonly StageFact Stage = new(Guid.CreateVersion7(), Guid.Empty, Slope.Id, [new StageShare(1, 100)]);
    private static readonly LookFact Look = new(Guid.CreateVersion7(), Guid.Empty, "field", Slope.Id, LookState.Looked);
    private static readonly FindingFact Finding = new(
        Guid.CreateVersion7(),
        Guid.Empty,
        Slope.Id,
        "edges",
        "drip-edge-lap-short",
        "",
        WaterEvidence.NoneSeen,
        Extent.OnePlace,
        new MeasureFact("1/8", 0.125, MeasuredHow.Tape)
    );

    public static TheoryData<IFact> Valid =>
        [Slope, Covering, Stage, Look, Finding, Slope with { EaveLength = null }, Covering with { LaidFrom = null, LaidTo = null }];

    public static TheoryData<IFact, string> Invalid =>
        new()
        {
            { Slope with { Letter = "a" }, "slope.bad-letter" },
            { Slope with { Letter = "" }, "slope.bad-letter" },
            { Slope with { Pitch = new TypedPitch("6/12", 4, PitchSource.Tape) }, "slope.pitch-differs" },
            { Slope with { Pitch = new TypedPitch("steep", 4, PitchSource.Tape) }, "slope.bad-pitch" },
            { Slope with { EaveLength = new TypedLength("40'", 40) }, "slope.length-differs" },
            { Slope with { PlanRun = new TypedLength("0", 0) }, "slope.bad-length" },
            { Slope with { Id = Guid.Empty }, "fact.no-id" },
            { Covering with { LaidTo = null }, "covering.half-year" },
            { Covering with { LaidFrom = 2010 }, "covering.years-swapped" },
            { Covering with { LaidFrom = 20 }, "covering.bad-year" },
            { Covering with { Layers = 0 }, "covering.bad-layers" },
            { Stage with { Shares = [new StageShare(5, 100)] }, "stage.bad-stage" },
            { Stage with { Shares = [new StageShare(1, 60)] }, "stage.shares-do-not-close" },
            { Stage with { Shares = [] }, "stage.shares-do-not-close" },
            { Stage with { Shares = [new StageShare(1, double.NaN)] }, "stage.bad-share" },
            { Look with { Station = "moon" }, "look.unknown-station" },
            { Look with { SlopeId = null }, "look.no-slope" },
            { Look with { Station = "attic" }, "look.slope-given" },
            { Look with { State = LookState.Excused }, "look.no-excuse" },
            { Finding with { Condition = "nothing" }, "finding.unknown-condition" },
            { Finding with { Station = "moon" }, "finding.unknown-station" },
            { Finding with { Measure = new MeasureFact("1/8", 8, MeasuredHow.Tape) }, "finding.measure-differs" },
            { Finding with { Measure = new MeasureFact("some", 8, MeasuredHow.Tape) }, "finding.bad-measure" },
            { Finding with { Note = new string('x', 5000) }, "text.too-long" },
        };

    [Theory]
    [MemberData(nameof(Valid))]
    public void A_sound_fact_is_taken(IFact fact) => FactChecks.Of(fact, RuleBook.Current).ShouldBeEmpty();

    [Theory]
    [MemberData(nameof(Invalid))]
    public void A_faulty_fact_is_named(IFact fact, string code)
    {
        var problem = FactChecks.Of(fact, RuleBook.Current).First(p => p.Code == code);
        problem.FactId.ShouldBe(fact.Id);
        problem.Text.Length.ShouldBeGreaterThan(10);
    }
}
