using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Leaks;

/// <summary>A stain that was found on the visit, and where its water comes from.</summary>
public sealed record StainLeak(Guid FindingId, LeakAnswer Answer);

/// <summary>
/// The leak desk on the facts of a visit: each stain found inside is traced by the owner's answers, the findings and details above it, and the water that reaches them.
/// Nothing of it is recorded.
/// </summary>
internal static class VisitLeaks
{
    /// <summary>Findings that are water seen from inside. An old dry stain is not one: nobody knows that it leaks.</summary>
    private static readonly string[] Stains = ["ceiling-stain", "attic-stain", "cathedral-wet-bay"];

    /// <summary>Stations at which things inside are recorded, whatever slope lies above.</summary>
    private static readonly string[] Inside = ["attic", "inside", "deck", "ask"];

    private const double InchesPerFoot = 12;

    /// <summary>Null where no stain was found.</summary>
    public static IReadOnlyList<StainLeak>? Of(RuleBook book, AssessInput input, PlannedRoof planned)
    {
        var leaks = input
            .Findings.Where(f => Stains.Contains(f.Condition))
            .OrderBy(f => f.Id)
            .Select(stain =>
                Request(book, input, planned, stain) is { } request ? new StainLeak(stain.Id, LeakDesk.Of(request, book)) : null
            )
            .OfType<StainLeak>()
            .ToList();
        return leaks.Count > 0 ? leaks : null;
    }

    /// <summary>Null where no slope with a known covering lies above: there is nothing to weigh by.</summary>
    private static LeakRequest? Request(RuleBook book, AssessInput input, PlannedRoof planned, FindingFact stain)
    {
        var spot = planned.SpotOf(stain);
        var slope =
            input.Slopes.FirstOrDefault(s => s.Id == (stain.SlopeId ?? spot?.SlopeId))
            ?? (input.Slopes.Count == 1 ? input.Slopes[0] : null);
        var covering = input
            .Slopes.Where(s => slope is null || s.Id == slope.Id)
            .Select(s => Assessor.CoveringOn(input.Coverings, s.Id, input.AsOf))
            .FirstOrDefault(c => c is not null && book.FindCovering(c.Kind) is not null);
        if (covering is null)
        {
            return null;
        }
        var laid = covering.LaidTo ?? covering.LaidFrom;
        var age = laid is { } year ? Math.Max(0, input.AsOf.Year - year) : (double?)null;
        var above = new Above(planned, slope, spot);
        return new LeakRequest(
            covering.Kind,
            [.. Answers(input, "leak-when").Where(a => a != "never")],
            age,
            null,
            slope?.Pitch.RisePer12 ?? UsualRise,
            slope?.Facing,
            planned.UnderAt(spot, slope) == Under.CathedralCeiling ? LeakAssembly.Cathedral : null,
            null,
            null,
            null,
            First(input, "leak-wind"),
            First(input, "leak-delay"),
            Since(First(input, "leak-since"), age),
            Answers(input, "tried"),
            [
                .. input
                    .Findings.Where(f => f.Id != stain.Id && !Stains.Contains(f.Condition) && above.MayReach(f))
                    .Select(f => above.Of(f, planned.SpotOf(f))),
            ],
            [.. (input.Details ?? []).Where(d => slope is not null && d.Spot.SlopeId == slope.Id).Select(d => above.Of(d, Look(input, d)))],
            // A place on the plan was tapped, not taped.
            ByEye: true
        );
    }

    private const double UsualRise = 6;

    private static List<string> Answers(AssessInput input, string question) =>
        [.. (input.Records?.Answers ?? []).Where(a => a.Question == question).SelectMany(a => a.Chosen).Distinct()];

    private static string First(AssessInput input, string question) => Answers(input, question) is [var first, ..] ? first : "";

    /// <summary>Years in which "years" is counted where the owner says no more (from memory).</summary>
    private const double YearsOfLeaking = 3;

    private static double? Since(string answer, double? age) =>
        answer switch
        {
            "days" or "weeks" or "months" => 0,
            "years" => YearsOfLeaking,
            "always" => age,
            _ => null,
        };

    private static DetailLook Look(AssessInput input, DetailFact detail)
    {
        var station = detail.Kind switch
        {
            DetailKind.Chimney or DetailKind.WallEnd => "walls",
            DetailKind.Drain or DetailKind.Scupper => "drains",
            DetailKind.Downspout => "gutters",
            _ => "penetrations",
        };
        return input.Looks.Any(l =>
            l.Station == station && l.State == LookState.Looked && (l.SlopeId is null || l.SlopeId == detail.Spot.SlopeId)
        )
            ? DetailLook.Looked
            : DetailLook.NotInspected;
    }

    /// <summary>Places above a stain: feet down the slope from them to it and aside, where both lie on the plan.</summary>
    private sealed class Above(PlannedRoof planned, SlopeFact? slope, Spot? stain)
    {
        public bool MayReach(FindingFact finding) =>
            finding.SlopeId is null || slope is null || finding.SlopeId == slope.Id || Inside.Contains(finding.Station);

        public LeakFinding Of(FindingFact finding, Spot? spot)
        {
            var (down, side) = Way(spot);
            return new LeakFinding(
                finding.Condition,
                down,
                side,
                finding.Evidence,
                finding.Id,
                spot is null ? null : planned.SquareFeetAt(spot)
            );
        }

        public LeakDetail Of(DetailFact detail, DetailLook look)
        {
            var (down, side) = Way(detail.Spot);
            return new LeakDetail(detail.Kind, down, side, look, detail.Id, planned.SquareFeetAt(detail.Spot));
        }

        private (double? Down, double? Side) Way(Spot? entry)
        {
            if (entry is null || stain is null || entry.SlopeId != stain.SlopeId)
            {
                return (null, null);
            }
            var factor = new Measures.Pitch(slope?.Pitch.RisePer12 ?? 0).SlopeFactor;
            return (
                Quantise.Feet((entry.Up - stain.Up) / InchesPerFoot * factor),
                Quantise.Feet(Math.Abs(entry.Along - stain.Along) / InchesPerFoot)
            );
        }
    }
}
