using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Leaks;

/// <summary>A test that was made of a leak, in words: what, when and what came of it. <paramref name="Running"/>: it has no result yet.</summary>
public sealed record LeakTestTold(
    Guid Id,
    string Words,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool Running = false
);

/// <summary>
/// A stain that was found on the visit, and where its water comes from. <paramref name="EntryId"/>: the finding at which it most likely gets in, null while that is not
/// settled or nothing was found there; <paramref name="Tests"/> that were made, how its <paramref name="Repair"/> stands, and where it is on the plan:
/// <paramref name="At"/> as measured from the walls, else as tapped.
/// </summary>
public sealed record StainLeak(
    Guid FindingId,
    LeakAnswer Answer,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? EntryId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<LeakTestTold>? Tests = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] LeakRepair? Repair = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Spot? At = null
)
{
    /// <summary>Findings that are ways in, but hardly this stain's.</summary>
    [JsonIgnore]
    public IReadOnlySet<Guid> Unlikely { get; init; } = new HashSet<Guid>();

    /// <summary>Openings that may well be this stain's way in, wherever they are.</summary>
    [JsonIgnore]
    public IReadOnlySet<Guid> Likely { get; init; } = new HashSet<Guid>();

    /// <summary>Openings that can be its way in: of these, one at the stain's very place is taken for it.</summary>
    [JsonIgnore]
    public IReadOnlySet<Guid> Possible { get; init; } = new HashSet<Guid>();

    /// <summary>Whether a test or feet on the plan say where the water gets in: then words for places do not count.</summary>
    [JsonIgnore]
    public bool Located => Answer.State == LeakState.Found || Answer.Candidates is [{ Down: not null }, ..];

    /// <summary>Whether one way in leads the others clearly enough to act on it.</summary>
    [JsonIgnore]
    public bool Settled => Answer.State is LeakState.MostLikely or LeakState.Found;
}

/// <summary>
/// The leak desk on the facts of a visit: each stain found inside is traced by the owner's answers, the findings and details above it, the tests that were made, and the
/// water that reaches them.
/// </summary>
public static class VisitLeaks
{
    /// <summary>Findings that are water seen from inside. An old dry stain is not one: nobody knows that it leaks.</summary>
    private static readonly string[] Stains = ["ceiling-stain", "attic-stain", "cathedral-wet-bay"];

    /// <summary>Stations at which things inside are recorded, whatever slope lies above.</summary>
    private static readonly string[] Inside = ["attic", "inside", "deck", "ask"];

    private const double InchesPerFoot = 12;

    public static bool IsStain(string condition) => Stains.Contains(condition);

    /// <summary>Null where no stain was found.</summary>
    public static IReadOnlyList<StainLeak>? Of(RuleBook book, AssessInput input, PlannedRoof planned)
    {
        var leaks = input
            .Findings.Where(f => IsStain(f.Condition))
            .OrderBy(f => f.Id)
            .Select(stain => Traced(book, input, planned, stain))
            .OfType<StainLeak>()
            .ToList();
        return leaks.Count > 0 ? leaks : null;
    }

    /// <summary>Stains into which water came again after their repair: they ask for work as if nothing had been done.</summary>
    public static IReadOnlySet<Guid> Returned(IReadOnlyList<StainLeak>? leaks) =>
        (leaks ?? []).Where(l => l.Repair?.Stage == LeakStage.Returned).Select(l => l.FindingId).ToHashSet();

    private static StainLeak? Traced(RuleBook book, AssessInput input, PlannedRoof planned, FindingFact stain)
    {
        if (Request(book, input, planned, stain) is not { } asked)
        {
            return null;
        }
        var tests = (input.Records?.LeakTests ?? []).Where(t => t.FindingId == stain.Id).OrderBy(t => t.At).ThenBy(t => t.Id).ToList();
        var clashing = tests.Where(t => (input.Records?.LeakTests ?? []).Any(o => RanTogether(t, o))).ToList();
        var request = asked with { Tests = [.. tests.Except(clashing).Where(t => !t.AfterRepair).SelectMany(Results)] };
        var answer = LeakDesk.Of(request, book);
        var ways = Ways(answer, LeadsFrom);
        var repair = LeakRepairs.Of(
            stain.Id,
            ways,
            input.Records?.JobsDone ?? [],
            input.Records?.LeakTests ?? [],
            input.Records?.LeakRains ?? []
        );
        if (repair?.Stage == LeakStage.Returned)
        {
            answer = LeakDesk.Of(
                request with
                {
                    Repaired =
                    [
                        .. WaysRepaired(book, input, (input.Records?.JobsDone ?? []).Where(d => LeakRepairs.Repairs(d, stain.Id, ways))),
                    ],
                },
                book
            );
        }
        answer = answer with { Clashes = [.. answer.Clashes, .. Misplaced(input, planned, stain), .. Together(clashing)] };
        var lead = answer.Candidates.Count > 0 ? answer.Candidates[0] : null;
        var leak = new StainLeak(stain.Id, answer, null, tests.Count > 0 ? [.. tests.Select(Told)] : null, repair);
        return leak with
        {
            Unlikely = Unlikely(book, input, request, answer),
            Likely = Openings(input, answer, LeadsFrom),
            Possible = Openings(input, answer, HardlyBelow),
            EntryId = leak.Settled ? lead?.FindingId : null,
            At = Measured(input, planned, stain) ?? planned.SpotOf(stain),
        };
    }

    /// <summary>
    /// What was found and is a way in, but not for this stain by what the owner says or a test shows. Where nobody has said anything nothing speaks against a finding.
    /// </summary>
    private static HashSet<Guid> Unlikely(RuleBook book, AssessInput input, LeakRequest request, LeakAnswer answer)
    {
        if (request.When.Count == 0 && request.Tests is not { Count: > 0 })
        {
            return [];
        }
        var likely = answer.Candidates.Where(c => c.Chance >= HardlyBelow).Select(c => c.FindingId).ToHashSet();
        return [.. input.Findings.Where(f => LeakSigns.Of(book, f.Condition) is not null && !likely.Contains(f.Id)).Select(f => f.Id)];
    }

    /// <summary>Below this chance what was found there is hardly the way in.</summary>
    private const double HardlyBelow = 0.10;

    /// <summary>Findings that may be the way in, from a chance on, with it.</summary>
    private static Dictionary<Guid, double> Ways(LeakAnswer answer, double from) =>
        answer
            .Candidates.Where(c => c.Chance >= from && c.FindingId is not null)
            .GroupBy(c => c.FindingId!.Value)
            .ToDictionary(g => g.Key, g => g.Sum(c => c.Chance));

    private static HashSet<Guid> Openings(AssessInput input, LeakAnswer answer, double from)
    {
        var ways = Ways(answer, from);
        return [.. input.Findings.Where(f => ways.ContainsKey(f.Id) && LeakSigns.IsOpening(f.Condition)).Select(f => f.Id)];
    }

    private static Spot? Measured(AssessInput input, PlannedRoof planned, FindingFact stain) =>
        InsideSpot(
            planned,
            stain,
            stain.SlopeId ?? planned.SpotOf(stain)?.SlopeId ?? (input.Slopes.Count == 1 ? input.Slopes[0].Id : null)
        );

    /// <summary>From this chance on what was found there may be the way in: its repair counts as the repair of the leak.</summary>
    private const double LeadsFrom = 0.30;

    private static IEnumerable<LeakTested> Results(LeakTestFact test) =>
        test.Result is { } result ? test.Ways.Select(way => new LeakTested(way, test.Test, result, test.Of)) : [];

    /// <summary>What jobs on this leak have repaired, as ways in.</summary>
    private static IEnumerable<string> WaysRepaired(RuleBook book, AssessInput input, IEnumerable<JobDoneFact> jobs)
    {
        var repaired = jobs.SelectMany(d => d.Findings).ToHashSet();
        return input
            .Findings.Where(f => repaired.Contains(f.Id))
            .Select(f => LeakSigns.Of(book, f.Condition)?.Kind)
            .OfType<string>()
            .Distinct();
    }

    /// <summary>Two tests that brought water at the same time.</summary>
    private static bool RanTogether(LeakTestFact one, LeakTestFact other) =>
        one.Id != other.Id
        && LeakTestMethods.BringsWater(one.Test)
        && LeakTestMethods.BringsWater(other.Test)
        && one.At < End(other)
        && other.At < End(one);

    private static DateTimeOffset End(LeakTestFact test) =>
        test.At.AddMinutes(test.Minutes ?? (test.Result is null ? LeakTestMethods.Minutes(test.Test) : 0));

    private static IEnumerable<string> Together(List<LeakTestFact> clashing) =>
        clashing.Count == 0
            ? []
            :
            [
                $"{Sentences.List([.. clashing.Select(t => $"{Sentences.Lower(Named(t))} at {Clock(t.At)}")])} ran while another test brought water: results cannot be told apart and are left out. Repeat one at a time.",
            ];

    private static IEnumerable<string> Misplaced(AssessInput input, PlannedRoof planned, FindingFact stain)
    {
        if (stain.Stain is not ({ FromEaveWall: not null } or { FromLeftWall: not null }))
        {
            return [];
        }
        if (stain.Stain is not { FromEaveWall: not null, FromLeftWall: not null })
        {
            return ["One distance alone places nothing: measure from the other wall as well."];
        }
        return Measured(input, planned, stain) is not { } spot
                ? ["Choose the slope above the stain: the distances from the walls are measured under it."]
            : planned.IsOn(spot) == false
                ? ["The distances from the walls do not lie under this slope: measure again, or choose the slope."]
            : [];
    }

    private static LeakTestTold Told(LeakTestFact test)
    {
        var when = $"{Sentences.Day(DateOnly.FromDateTime(test.At.Date))}, {Clock(test.At)}";
        var after = test.AfterRepair ? ", after the repair" : "";
        var said = test.Note.Trim();
        var water = LeakTestMethods.BringsWater(test.Test);
        var minutes = test.Minutes > 0 ? $" after {test.Minutes} min" : "";
        var result = test.Result switch
        {
            null => "running",
            LeakTestResult.Wet => water ? $"wet{minutes}" : "shows a leak",
            LeakTestResult.Dry => water ? $"dry{minutes}" : "shows none",
            _ => "no clear result",
        };
        return new LeakTestTold(
            test.Id,
            $"{Named(test)}, {when}{after}: {result}.{(said.Length > 0 ? $" “{said}”" : "")}",
            test.Result is null
        );
    }

    private static string Named(LeakTestFact test) =>
        $"{(test.Ways is [var way] && LeakKinds.Find(way) is { } kind ? LeakTestMethods.Name(test.Test, kind) : LeakTestMethods.Name(test.Test))}: {Sentences.List([.. test.Ways.Select(w => LeakKinds.Find(w)?.Words ?? w)])}";

    private static string Clock(DateTimeOffset at) =>
        string.Create(CultureInfo.InvariantCulture, $"{(at.Hour + 11) % 12 + 1}:{at.Minute:00} {(at.Hour < 12 ? "AM" : "PM")}");

    /// <summary>Null where no slope with a known covering lies above: there is nothing to weigh by.</summary>
    private static LeakRequest? Request(RuleBook book, AssessInput input, PlannedRoof planned, FindingFact stain)
    {
        var measured = Measured(input, planned, stain);
        var spot = measured ?? planned.SpotOf(stain);
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
        var house = HouseYears(First(input, "house-age"));
        var above = new Above(book, planned, slope, spot);
        return new LeakRequest(
            covering.Kind,
            [.. Answers(input, "leak-when").Where(a => a != "never")],
            age,
            house,
            slope?.Pitch.RisePer12 ?? UsualRise,
            slope?.Facing,
            stain.Stain?.Assembly ?? (planned.UnderAt(spot, slope) == Under.CathedralCeiling ? LeakAssembly.Cathedral : null),
            stain.Stain?.Surface,
            // A place on the plan says what is above better than a word.
            spot is null
                ? stain.Stain?.Near
                : null,
            stain.Stain?.Shape,
            First(input, "leak-wind"),
            First(input, "leak-delay"),
            Since(First(input, "leak-since"), age, house),
            Answers(input, "tried"),
            [
                .. input
                    .Findings.Where(f => f.Id != stain.Id && !IsStain(f.Condition) && above.MayReach(f))
                    .Select(f => above.Of(f, planned.SpotOf(f)) with { AtStain = AtOnePlace(f, stain) }),
            ],
            [.. (input.Details ?? []).Where(d => slope is not null && d.Spot.SlopeId == slope.Id).Select(d => above.Of(d, Look(input, d)))],
            // A place on the plan was tapped, not taped.
            ByEye: measured is null,
            Across: stain.Stain?.Across == true
        );
    }

    private static bool? AtOnePlace(FindingFact finding, FindingFact stain)
    {
        var (one, other) = (Places.Plain(finding.Place), Places.Plain(stain.Place));
        return Places.Same(one, other) == true ? true
            : Places.AreTwo(one, other) ? false
            : null;
    }

    private static Spot? InsideSpot(PlannedRoof planned, FindingFact stain, Guid? slopeId) =>
        slopeId is { } slope && stain.Stain is { FromEaveWall: { } eave, FromLeftWall: { } left }
            ? planned.AboveInside(slope, eave, left)
            : null;

    /// <summary>The middle of what the owner chose; over 20 years it makes no difference how many.</summary>
    private static double? HouseYears(string answer) =>
        answer switch
        {
            "3" => 2,
            "10" => 7,
            "20" => 15,
            "older" => 40,
            _ => null,
        };

    private const double UsualRise = 6;

    private static List<string> Answers(AssessInput input, string question) =>
        [.. (input.Records?.Answers ?? []).Where(a => a.Question == question).SelectMany(a => a.Chosen).Distinct()];

    private static string First(AssessInput input, string question) => Answers(input, question) is [var first, ..] ? first : "";

    /// <summary>Years in which "years" is counted where the owner says no more (from memory).</summary>
    private const double YearsOfLeaking = 3;

    private static double? Since(string answer, double? age, double? house) =>
        answer switch
        {
            "days" or "weeks" or "months" => 0,
            "years" => YearsOfLeaking,
            // Since it was built: each part has leaked from its first day on.
            "always" => Math.Max(age ?? 0, house ?? 0) is > 0 and var years ? years : null,
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
    private sealed class Above(RuleBook book, PlannedRoof planned, SlopeFact? slope, Spot? stain)
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
                spot is null ? null : planned.SquareFeetAt(spot, AsRecorded.Condition(book, finding).Water == WaterAt.Gathered)
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
