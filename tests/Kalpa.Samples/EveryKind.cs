using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;

namespace Kalpa.Samples;

/// <summary>One sound fact of every kind there is, on one roof: for whatever has to go through all of them.</summary>
public static partial class EveryKind
{
    private static readonly string Hash = new('a', 64);
    private static readonly DateTimeOffset At = new(2026, 9, 18, 8, 0, 0, TimeSpan.Zero);

    public static Guid Id(FactKind kind) => new(0x0199E000 + (int)kind, 0, 0x7000, [0x80, 0, 0, 0, 0, 0, 0, 1]);

    /// <summary>Parents before children.</summary>
    public static IReadOnlyList<StreamFact> Facts { get; } =
    [.. Structure().Concat(Visit()).Concat(Records()).Concat(Firm()).Select(f => new StreamFact(f.Kind, f.Fact))];

    private static IEnumerable<(FactKind Kind, IFact Fact)> Structure()
    {
        yield return (
            FactKind.Property,
            new PropertyFact(Id(FactKind.Property), "Every House", "1 Quay", "A. Owner", WeatherExposure.Ordinary, "", 44.6)
        );
        yield return (FactKind.Building, new BuildingFact(Id(FactKind.Building), Id(FactKind.Property), "House"));
        yield return (FactKind.Roof, new RoofFact(Id(FactKind.Roof), Id(FactKind.Building), "Main"));
        yield return (
            FactKind.Slope,
            new SlopeFact(
                Id(FactKind.Slope),
                Id(FactKind.Roof),
                "A",
                "",
                TypedPitch.Of("6/12", PitchSource.Tape),
                Facing.South,
                Under.Attic,
                TypedLength.Of("40'"),
                TypedLength.Of("15'")
            )
        );
        yield return (
            FactKind.Covering,
            new CoveringFact(
                Id(FactKind.Covering),
                Id(FactKind.Slope),
                CoveringKind.LaminatedShingle,
                2010,
                2010,
                AgeSource.Owner,
                Evidence: [new YearEvidence(2009, 2011, AgeSource.Permit)]
            )
        );
        yield return (
            FactKind.Component,
            new ComponentFact(
                Id(FactKind.Component),
                Id(FactKind.Slope),
                RuleBook.Current.Components[0].Key,
                StackPlace.Beside,
                1,
                2010,
                2010,
                AgeSource.Owner
            )
        );
        yield return (
            FactKind.LocalProfile,
            new LocalProfileFact(
                Id(FactKind.LocalProfile),
                Id(FactKind.Property),
                CodeFamily.Residential,
                "Saltmere",
                "2024",
                [new LocalLimit(RuleBook.Current.LimitsOn("drip-edge-lap")[0].Id, 3, null, "section 3")],
                new LocalRain(4.5, "county table", new DateOnly(2026, 9, 1))
            )
        );
        // Wider than the slope was taped: the plan governs its size.
        var corners = new[] { (0, 0), (528, 0), (528, 360), (0, 360) };
        yield return (
            FactKind.Plan,
            new PlanFact(
                Id(FactKind.Plan),
                Id(FactKind.Roof),
                true,
                "taped",
                [
                    new PlanPart(
                        Guid.Parse("0199f000-0000-7000-8000-000000000001"),
                        "House",
                        PartKind.House,
                        120,
                        [
                            .. corners.Select(
                                (c, i) =>
                                    new PlanCorner(
                                        Guid.Parse($"0199f000-0000-7000-8000-00000000001{i}"),
                                        c.Item1,
                                        c.Item2,
                                        i == 0 ? Id(FactKind.Slope) : Guid.Parse($"0199f000-0000-7000-8000-00000000002{i}"),
                                        6,
                                        i is 1 or 3
                                    )
                            ),
                        ]
                    ),
                ],
                []
            )
        );
        yield return (
            FactKind.Detail,
            new DetailFact(Id(FactKind.Detail), Id(FactKind.Roof), DetailKind.Boot, new Spot(Id(FactKind.Slope), 120, 60), 4)
            {
                PipeInches = 4,
                Gutter = new GutterSize(GutterShape.Box, 5, 4, 0.625),
            }
        );
    }

    private static IEnumerable<(FactKind Kind, IFact Fact)> Visit()
    {
        var visit = Id(FactKind.Visit);
        var slope = Id(FactKind.Slope);
        yield return (
            FactKind.Visit,
            new VisitFact(
                visit,
                [Id(FactKind.Roof)],
                new DateOnly(2026, 9, 18),
                "Marit",
                "condition",
                "dry",
                new Commission(CommissionPurpose.Condition)
            )
        );
        yield return (FactKind.Look, new LookFact(Id(FactKind.Look), visit, "edges", slope, LookState.Looked, LookHow.FromLadder));
        yield return (FactKind.Stage, new StageFact(Id(FactKind.Stage), visit, slope, [new StageShare(1, 60), new StageShare(2, 40)]));
        yield return (
            FactKind.Finding,
            new FindingFact(
                Id(FactKind.Finding),
                visit,
                slope,
                "edges",
                "drip-edge-lap-short",
                "east end",
                WaterEvidence.NoneSeen,
                Extent.OnePlace,
                new MeasureFact("1/2", 0.5, MeasuredHow.Tape),
                DetailId: Id(FactKind.Detail),
                Stain: new StainSeen(LeakSurface.Wall, StainShape.Streak, LeakAssembly.Trusses, LeakNear.Eave, 4, 11.5, true),
                Pond: new PondSeen(2.5, 1.5, [new(0, 0), new(48, 0), new(48, 60)], true)
            )
        );
        yield return (
            FactKind.Photo,
            new PhotoFact(
                Id(FactKind.Photo),
                visit,
                Id(FactKind.Finding),
                slope,
                Hash,
                "",
                Station: "edges",
                Edits: new PhotoEdits(
                    [
                        new PhotoMark(PhotoMarkKind.Arrow, 0.1, 0.2, 0.5, 0.5),
                        new PhotoMark(PhotoMarkKind.Number, 0.6, 0.4, 0.6, 0.4, 3),
                        new PhotoMark(PhotoMarkKind.Blur, 0, 0, 0.2, 0.1),
                    ],
                    -2.5,
                    new PhotoCrop(0.1, 0.1, 0.8, 0.7)
                )
            )
        );
        yield return (FactKind.SignOff, new SignOffFact(Id(FactKind.SignOff), visit, slope, 5, 12, "Marit", At));
        yield return (
            FactKind.LifeOpinion,
            new LifeOpinionFact(Id(FactKind.LifeOpinion), visit, slope, School.WhatIsSeen, null, "The look is telling", "Marit", At)
        );
        yield return (FactKind.Planned, new PlannedFact(Id(FactKind.Planned), visit, PlannedKind.Solar, 25, [slope], 9_000, 4_000, 3));
        yield return (
            FactKind.Series,
            new SeriesFact(
                Id(FactKind.Series),
                visit,
                slope,
                "drip-edge-lap",
                SeriesAlong.AlongTheEdge,
                "south eave",
                [new MeasureFact("1/2", 0.5, MeasuredHow.Tape), new MeasureFact("1", 1, MeasuredHow.Tape)]
            )
        );
        yield return (
            FactKind.Opinion,
            new OpinionFact(
                Id(FactKind.Opinion),
                visit,
                slope,
                OpinionAction.Repair,
                "a roofer",
                "one edge is short",
                OpinionEvent.Winter,
                new DateOnly(2026, 11, 1),
                [new OpinionBranch("the roofer says no", OpinionAction.Monitor, "look twice a year")],
                [],
                "Marit",
                At
            )
        );
    }

    private static IEnumerable<(FactKind Kind, IFact Fact)> Firm()
    {
        var decision = RuleBook.Current.Decisions[0];
        yield return (FactKind.WeatherLimits, new WeatherLimitsFact(Id(FactKind.WeatherLimits), WaitGustMph: 18));
        yield return (
            FactKind.Letterhead,
            new LetterheadFact(
                Id(FactKind.Letterhead),
                "Saltmere Roof Survey",
                "2 Rope Walk\nSaltmere",
                "RS-17",
                Hash,
                "#1f4a6b",
                PaperSize.A4,
                [
                    new FirmStatement(
                        CommissionPurpose.Condition,
                        "This report states what was observed on the day of the visit.",
                        "The roof from the ridge to the gutters.",
                        "Nothing is opened."
                    ),
                ]
            )
        );
        yield return (FactKind.LifeProfile, new LifeProfileFact(Id(FactKind.LifeProfile), School.AgeTable));
        yield return (
            FactKind.FirmRules,
            new FirmRulesFact(
                Id(FactKind.FirmRules),
                [new ChosenView(decision.Key, decision.Views[^1].Key)],
                [new FirmPhrase("drip-edge-lap-short", "As the firm says it.")],
                Wood: [new WoodFound(WoodPart.Deck, 142, 19)]
            )
        );
    }
}
