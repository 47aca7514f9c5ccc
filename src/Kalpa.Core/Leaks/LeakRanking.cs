using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Leaks;

/// <summary>A way in as it is weighed: its place, its evidence, and each factor of its score.</summary>
internal sealed record Weighed(
    LeakKind Kind,
    Guid? FindingId,
    Guid? DetailId,
    double? Down,
    double? Side,
    string Condition,
    double Evidence,
    double Prior,
    double When,
    double Shape,
    double Place,
    double Load,
    double Wind
)
{
    /// <summary>A desk is less sure than its tables: the factors count a little less than they say (fitted in simulation, see docs/methods.md).</summary>
    public const double Tempering = 0.85;

    public double Bracket => Math.Pow(When * Shape * Place * Load * Evidence * Wind, Tempering);

    public double Score => Prior * Bracket;

    /// <summary>Log-odds of the tests made on it.</summary>
    public double Tested { get; init; } = 1;

    public double Odds => Prior / LeakRanking.ScorePerHypothesis;

    public double Likelihood => Bracket * Tested;
}

/// <summary>Weighs every way in by prior, owner's answers, place, evidence and water (methods, section 13).</summary>
internal static class LeakRanking
{
    /// <summary>Scores are for one way in of as many as a slope has: a pair has to explain what one explains (from memory).</summary>
    public const double ScorePerHypothesis = 400;

    private const double MostEvidence = 12;
    private const double WetStraightBelow = 8;
    private const double StainedBelow = 4;
    private const double SuspectedBelow = 1.5;
    private const double LookedSound = 0.4;
    private const double ProbedSound = 0.2;
    private const double StillLeaksAfterRepair = 0.35;
    private const double NamedPlace = 6;
    private const double Elsewhere = 0.15;

    /// <summary>A room below and a thing on the roof have different names at one place: two names say little (planning figure, from memory).</summary>
    private const double OtherWords = 0.6;
    private const double OtherTradesPlace = 0.6;
    private const int PairsOfBest = 20;

    public static List<Weighed> Of(LeakRequest request, RuleBook book)
    {
        var group = GroupOf(book.Covering(request.Covering).Family);
        var assembly = request.Assembly ?? Usual(group);
        var weighed = new List<Weighed>();
        foreach (var finding in request.Findings ?? [])
        {
            if (LeakSigns.Of(book, finding.Condition) is not { } sign || LeakKinds.Find(sign.Kind) is not { } kind)
            {
                continue;
            }
            if (Reaches(request, assembly, kind, finding.Down, finding.Side))
            {
                var measured = Weigh(request, group, assembly, kind, finding.Down, finding.Side, finding.SquareFeet);
                weighed.Add(
                    measured with
                    {
                        FindingId = finding.Id,
                        Condition = finding.Condition,
                        Evidence = Evidence(sign.Evidence, OfWater(finding.Water)),
                        // Feet say more than words for a place.
                        Place = finding.Down is null ? OfWords(finding.AtStain) : measured.Place,
                    }
                );
            }
        }
        foreach (var detail in request.Details ?? [])
        {
            foreach (var kind in LeakSigns.OfDetail(detail.Kind).Select(LeakKinds.Find).OfType<LeakKind>())
            {
                if (weighed.Exists(w => w.Kind == kind && Same(w, detail)) || !Reaches(request, assembly, kind, detail.Down, detail.Side))
                {
                    continue;
                }
                weighed.Add(
                    Weigh(request, group, assembly, kind, detail.Down, detail.Side, detail.SquareFeet) with
                    {
                        DetailId = detail.Id,
                        // A look at the flashing says nothing of the masonry above it or the pipe inside.
                        Evidence = kind.NotTheCovering ? 1 : OfLook(detail.Look),
                    }
                );
            }
        }
        var named = NearOf(request) is { } near ? LeakSigns.OfNear(near) : [];
        foreach (var kind in LeakKinds.All.Where(k => !weighed.Exists(w => w.Kind == k) && Possible(k, request)))
        {
            weighed.Add(Weigh(request, group, assembly, kind, null, null, null) with { Place = Unplaced(kind, named, request) });
        }
        return [.. OnePerKindAndPlace(weighed).Where(w => w.Prior > 0).Select(w => Tested(w, request))];
    }

    /// <summary>Several signs of one thing: the strongest of them, and the root of the next.</summary>
    private static IEnumerable<Weighed> OnePerKindAndPlace(List<Weighed> weighed) =>
        weighed
            .GroupBy(w => (w.Kind, Math.Round((w.Down ?? -1) / SamePlaceFeet), Math.Round((w.Side ?? -1) / SamePlaceFeet)))
            .Select(g =>
            {
                var best = g.MaxBy(w => w.Score)!;
                var second = g.Where(w => w != best).Select(w => w.Evidence).DefaultIfEmpty(1).Max();
                return best with { Evidence = Math.Min(best.Evidence * Math.Sqrt(Math.Max(1, second)), MostEvidence) };
            });

    private const double SamePlaceFeet = 4;

    /// <summary>Where the stain is says what is above it, if nobody does.</summary>
    private static LeakNear? NearOf(LeakRequest request) =>
        request.Near
        ?? request.Surface switch
        {
            LeakSurface.SkylightShaft => LeakNear.Skylight,
            LeakSurface.Wall => LeakNear.Wall,
            _ => null,
        };

    /// <summary>From 4:12 up shingles are laid without more than their usual underlayment (IRC 2021 R905.1.1): no slope is too flat for its laps.</summary>
    private const double SteepEnoughRise = 4;

    /// <summary>Whether it can be there at all where nobody found it.</summary>
    private static bool Possible(LeakKind kind, LeakRequest request) =>
        kind.Key switch
        {
            "ice-dam" => request.ColdClimate,
            "slope-too-low" => request.RisePer12 < SteepEnoughRise,
            _ => true,
        };

    private static bool Same(Weighed weighed, LeakDetail detail) =>
        weighed.FindingId is not null || weighed.Condition.Length > 0
            ? Math.Abs((weighed.Down ?? 0) - (detail.Down ?? 0)) <= SamePlaceFeet
                && Math.Abs((weighed.Side ?? 0) - (detail.Side ?? 0)) <= SamePlaceFeet
            : weighed.DetailId is not null && weighed.DetailId == detail.Id;

    private static bool Reaches(LeakRequest request, LeakAssembly assembly, LeakKind kind, double? down, double? side) =>
        down is not { } d || LeakPaths.InReach(assembly, StraightDown(kind), d, side ?? 0, request.Across);

    private static Weighed Weigh(
        LeakRequest request,
        LeakGroup group,
        LeakAssembly assembly,
        LeakKind kind,
        double? down,
        double? side,
        double? squareFeet
    )
    {
        var age = AgeAtFirst(kind, request);
        return new Weighed(
            kind,
            null,
            null,
            down,
            side,
            "",
            1,
            kind.Weight(group) * LeakKinds.AgeFactor(kind.Clock, age),
            LeakLikelihoods.OfWhen(WhenOf(request), kind.Signature),
            LeakLikelihoods.OfShape(request.Shape, kind.Signature),
            down is { } d ? LeakPaths.Fit(assembly, StraightDown(kind), d, side ?? 0, request.ByEye, request.Across) : 1,
            Load(kind, squareFeet),
            LeakLikelihoods.OfWind(request.Wind, request.Facing, kind.Signature) * History(kind, request)
        );
    }

    /// <summary>Hours or a day between rain and water is one more answer to when it leaks, unless it leaks without rain.</summary>
    private static IReadOnlyList<string> WhenOf(LeakRequest request) =>
        request.Delay is "hours" or "day" && request.When.All(RainKeys.Contains) && !request.When.Contains("long-after")
            ? [.. request.When, "long-after"]
            : request.When;

    private static readonly string[] RainKeys = ["every-rain", "heavy-rain", "wind-rain", "long-after"];

    /// <summary>Age when it first leaked: of the house for walls and masonry, else of the covering.</summary>
    private static double? AgeAtFirst(LeakKind kind, LeakRequest request)
    {
        var age = kind.NotTheCovering && kind.Key is not "unit-cabinet" ? request.HouseYears ?? request.AgeYears : request.AgeYears;
        return age is { } years ? Math.Max(0, years - (request.YearsSinceFirst ?? 0)) : null;
    }

    private static bool StraightDown(LeakKind kind) =>
        kind.Signature is LeakSignature.Equipment or LeakSignature.Piping or LeakSignature.Condensation || kind.Key == "masonry";

    private static double Load(LeakKind kind, double? squareFeet)
    {
        var area = squareFeet ?? UsualArea(kind.Key);
        return kind.Signature switch
        {
            LeakSignature.Volume => Math.Clamp(Math.Sqrt(area / 100), 0.5, 2),
            LeakSignature.AnyRain or LeakSignature.SlowStore => Math.Clamp(Math.Pow(area / 100, 0.2), 0.7, 1.4),
            _ => 1,
        };
    }

    /// <summary>Square feet that usually drain to such a thing, where no plan says it (planning figures, from memory).</summary>
    private static double UsualArea(string kind) =>
        kind switch
        {
            "valley-lining" or "dead-pocket" or "tie-in" or "valley-nails" => 150,
            "kick-out" => 180,
            "gutter-overflow" or "drain-clamp" or "scupper-box" or "interior-leader" => 400,
            "chimney-back" => 60,
            "underlayment" or "slope-too-low" => 100,
            _ => 20,
        };

    /// <summary>What was repaired and leaks still is less likely the way in.</summary>
    private static double History(LeakKind kind, LeakRequest request) =>
        (request.Repaired ?? []).Concat((request.Tried ?? []).SelectMany(Repaired)).Contains(kind.Key) ? StillLeaksAfterRepair : 1;

    private static IReadOnlyList<string> Repaired(string tried) =>
        tried switch
        {
            "boot" => ["pipe-boot", "boot-flange"],
            "flashing" => ["chimney-flashing", "step-flashing", "headwall-apron", "skylight-flashing"],
            "gutters" => ["gutter-overflow"],
            "coating" => ["covering-worn", "field-seam", "washers", "metal-seam"],
            "sealant" => ["pipe-boot", "flue-collar", "chimney-flashing"],
            "patch" => ["broken-piece", "puncture", "field-seam"],
            _ => [],
        };

    private static double Unplaced(LeakKind kind, IReadOnlyList<string> named, LeakRequest request) =>
        kind.OverArea ? 1
        : named.Contains(kind.Key) && !Placed(kind, request) ? NamedPlace
        : kind.NotTheCovering ? OtherTradesPlace
        : Elsewhere;

    /// <summary>Where the things above the stain are on record, another of their kind is not imagined beside them.</summary>
    private static bool Placed(LeakKind kind, LeakRequest request) =>
        (request.Details ?? []).Any(d => LeakSigns.OfDetail(d.Kind).Contains(kind.Key));

    private static double OfWords(bool? atStain) =>
        atStain switch
        {
            true => NamedPlace,
            false => OtherWords,
            _ => 1,
        };

    private static double OfWater(WaterEvidence water) =>
        water switch
        {
            WaterEvidence.Active => WetStraightBelow,
            WaterEvidence.Stained => StainedBelow,
            WaterEvidence.Suspected => SuspectedBelow,
            _ => 1,
        };

    private static double OfLook(DetailLook look) =>
        look switch
        {
            DetailLook.Looked => LookedSound,
            DetailLook.Probed => ProbedSound,
            _ => 1,
        };

    private static double Evidence(double condition, double water)
    {
        var (more, less) = (Math.Max(condition, water), Math.Min(condition, water));
        return Math.Min(more * Math.Sqrt(Math.Max(1, less)), MostEvidence);
    }

    private static Weighed Tested(Weighed weighed, LeakRequest request)
    {
        var odds = 1.0;
        foreach (var test in request.Tests ?? [])
        {
            if (
                test.Result == LeakTestResult.Unclear
                || (test.Kind != weighed.Kind.Key && !LeakTestMethods.Covers(test.Test, weighed.Kind))
            )
            {
                continue;
            }
            if (test.Id is { } id && weighed.FindingId != id && weighed.DetailId != id)
            {
                continue;
            }
            var (sensitive, specific) = LeakTestMethods.Rates(test.Test, weighed.Kind);
            odds *= test.Result == LeakTestResult.Wet ? sensitive / (1 - specific) : (1 - sensitive) / specific;
        }
        return weighed with { Tested = odds };
    }

    public static LeakGroup GroupOf(CoveringFamily family) =>
        family switch
        {
            CoveringFamily.Tile => LeakGroup.Tile,
            CoveringFamily.Metal => LeakGroup.Metal,
            CoveringFamily.Membrane => LeakGroup.LowSlope,
            _ => LeakGroup.Shingle,
        };

    private static LeakAssembly Usual(LeakGroup group) =>
        group switch
        {
            LeakGroup.Tile => LeakAssembly.TileUnderlayment,
            LeakGroup.LowSlope => LeakAssembly.FluteDeck,
            _ => LeakAssembly.Rafters,
        };

    /// <summary>
    /// Chances from all explanations: each way in alone, two of the best together, and something else. The last entry is something else's.
    /// </summary>
    public static double[] Chances(List<Weighed> weighed)
    {
        var chances = new double[weighed.Count + 1];
        var total = LeakKinds.SomethingElseWeight / ScorePerHypothesis;
        chances[^1] = total;
        for (var i = 0; i < weighed.Count; i++)
        {
            var alone = weighed[i].Odds * weighed[i].Likelihood;
            chances[i] = alone;
            total += alone;
        }
        var best = Enumerable.Range(0, weighed.Count).OrderByDescending(i => chances[i]).Take(PairsOfBest).ToList();
        foreach (var (i, j) in best.SelectMany((i, at) => best.Skip(at + 1).Select(j => (i, j))))
        {
            var pair = weighed[i].Odds * weighed[j].Odds * (weighed[i].Likelihood + weighed[j].Likelihood) / 2;
            chances[i] += pair;
            chances[j] += pair;
            total += pair;
        }
        return [.. chances.Select(c => c / total)];
    }
}
