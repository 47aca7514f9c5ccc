using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Life;

/// <summary>What can be recorded of assemblies, guesses, decisions, plans and series, and what is refused with a reason.</summary>
public class LifeRecordTests
{
    private static readonly Guid Id = Guid.Parse("00000000-0000-7000-8000-000000000001");
    private static readonly ComponentFact Layer = new(Id, Id, "paper-underlayment", StackPlace.Under, 1, 1998, 2001, AgeSource.Owner);
    private static readonly SignOffFact SignOff = new(Id, Id, Id, 3, 5, "Marit", DateTimeOffset.UnixEpoch);
    private static readonly LifeOpinionFact Opinion = new(
        Id,
        Id,
        Id,
        School.AgeTable,
        new YearsLeft(1, 2, 3),
        "brittle",
        "Marit",
        DateTimeOffset.UnixEpoch
    );
    private static readonly PlannedFact Planned = new(Id, Id, PlannedKind.Solar, 25, [], 14_000, 4_000, 3);
    private static readonly SeriesFact Series = new(
        Id,
        Id,
        null,
        "board-thickness",
        SeriesAlong.DownTheWall,
        "",
        [new MeasureFact("1 1/8", 1.125, MeasuredHow.Tape)]
    );
    private static readonly PropertyFact Property = new(Id, "House", "", "", WeatherExposure.Ordinary, "", 44.6);
    private static readonly CoveringFact Covering = new(Id, Id, CoveringKind.Tpo, 2011, 2011, AgeSource.Permit);

    public static TheoryData<IFact> Valid =>
        [
            Layer,
            Layer with
            {
                LaidFrom = null,
                LaidTo = null,
            },
            Layer with
            {
                Evidence = [new YearEvidence(1990, 1995, AgeSource.Neighbours)],
            },
            SignOff,
            SignOff with
            {
                GuessLow = null,
                GuessHigh = null,
            },
            SignOff with
            {
                GuessLow = 0,
                GuessHigh = 0,
            },
            SignOff with
            {
                GuessLow = 200,
                GuessHigh = 200,
            },
            Opinion with
            {
                Overruled = new YearsLeft(0, 0, 200),
            },
            Opinion,
            Opinion with
            {
                Overruled = null,
                Reason = "",
            },
            new LifeProfileFact(Id, School.WhatIsSeen),
            Planned,
            Planned with
            {
                ReroofPrice = null,
                OffAndOnPrice = null,
                RatePercent = null,
            },
            Series,
            Property,
            Property with
            {
                Latitude = null,
            },
            Covering with
            {
                Evidence = [new YearEvidence(2010, 2012, AgeSource.Stamp)],
            },
        ];

    public static TheoryData<IFact, string> Invalid =>
        new()
        {
            { Layer with { Kind = "thatch" }, "component.unknown-kind" },
            { Layer with { Order = 0 }, "component.bad-order" },
            { Layer with { LaidFrom = 2010 }, "covering.years-swapped" },
            { Layer with { Evidence = [new YearEvidence(1990, 1980, AgeSource.Owner)] }, "covering.years-swapped" },
            { SignOff with { By = "" }, "signOff.no-name" },
            { SignOff with { GuessHigh = null }, "signOff.half-guess" },
            { SignOff with { GuessLow = 6 }, "signOff.bad-guess" },
            { SignOff with { GuessLow = double.NaN }, "signOff.bad-guess" },
            { SignOff with { GuessLow = -0.1 }, "signOff.bad-guess" },
            { SignOff with { GuessHigh = 200.1 }, "signOff.bad-guess" },
            { Opinion with { Overruled = new YearsLeft(1, 2, 200.1) }, "opinion.bad-years" },
            { Opinion with { Overruled = new YearsLeft(1, 4, 3) }, "opinion.bad-years" },
            { Opinion with { Reason = " " }, "opinion.no-reason" },
            { Opinion with { Overruled = new YearsLeft(3, 2, 5) }, "opinion.bad-years" },
            { Opinion with { Overruled = new YearsLeft(-1, 2, 5) }, "opinion.bad-years" },
            { Planned with { Years = 0 }, "planned.bad-years" },
            { Planned with { Years = 61 }, "planned.bad-years" },
            { Planned with { ReroofPrice = -1 }, "planned.bad-price" },
            { Planned with { RatePercent = 90 }, "planned.bad-rate" },
            { Series with { Quantity = "weight" }, "series.unknown-quantity" },
            { Series with { Readings = [] }, "series.bad-count" },
            { Series with { Readings = [new MeasureFact("1 1/8", 2, MeasuredHow.Tape)] }, "finding.measure-differs" },
            { Property with { Latitude = 91 }, "property.bad-latitude" },
            { Property with { Latitude = double.NaN }, "property.bad-latitude" },
            { Covering with { Evidence = [new YearEvidence(20, 21, AgeSource.Owner)] }, "covering.bad-year" },
        };

    [Theory]
    [MemberData(nameof(Valid))]
    public void A_sound_record_is_taken(IFact fact) => FactChecks.Of(fact, RuleBook.Current).ShouldBeEmpty();

    [Theory]
    [MemberData(nameof(Invalid))]
    public void A_faulty_record_is_named(IFact fact, string code) =>
        FactChecks.Of(fact, RuleBook.Current).ShouldContain(p => p.Code == code && p.Text.Length > 10);

    [Fact]
    public void Facts_of_a_life_are_checked_before_they_are_reckoned_with()
    {
        var facts = new LifeFacts(
            CoveringKind.Tpo,
            WeatherExposure.Ordinary,
            2011,
            2011,
            AgeSource.Permit,
            1,
            null,
            new DateOnly(2026, 1, 1)
        );
        string[] Codes(LifeFacts of) => [.. FactChecks.Of(of, RuleBook.Current).Select(p => p.Code)];
        Codes(facts).ShouldBeEmpty();
        Codes(facts with { SunRatio = 0 }).ShouldBe(["life.bad-sun"]);
        Codes(facts with { Nails = new NailRate(9, 5) }).ShouldBe(["life.bad-nails"]);
        Codes(facts with { CoveringShares = [new StageShare(1, 30)] }).ShouldBe(["stage.shares-do-not-close"]);
        Codes(facts with { Components = [new ComponentLife(Id, "thatch", StackPlace.Under, null, null, AgeSource.Unknown)] })
            .ShouldBe(["component.unknown-kind"]);
    }
}
