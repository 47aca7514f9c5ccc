using Kalpa.Core.Assessing;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Facts;

/// <summary>
/// Whether a fact can be recorded at all. Every fault of a fact is collected, each with a stable code and what to do; nothing is assessed here.
/// Whether the things it belongs to exist is the store's business: facts may arrive in any order.
/// </summary>
public static class FactChecks
{
    private const int MostPieces = 10000;
    private const double MostFeet = 5000;
    private const double LargestLatitude = 90;
    private const int EarliestYear = 1500;
    private const int LatestYear = 2200;
    private const int MostLayers = 5;
    private const int LongestText = 4_000;
    private const int LongestName = 200;
    private const int EarliestDay = 1900;

    /// <summary>Five stages, each with and without a cause of its own, and then some.</summary>
    private const int MostShares = 20;

    /// <summary>A row of buildings walked in a day, and then some.</summary>
    private const int MostRoofs = 50;

    /// <summary>Longer than any manufacturer promises.</summary>
    private const int MostWarrantyYears = 100;

    private const int MostYearsAhead = 60;
    private const int MostRate = 30;

    private const int MostWords = 30;
    private const int MostEarlier = 200;

    /// <summary>Shares are typed in whole percent and may miss a hundred by rounding.</summary>
    private const double ShareSlackPercent = 1;

    /// <summary>A value must be the one its text reads as; half a thousandth allows for a text printed with rounding.</summary>
    private const double TypedSlack = 0.0005;

    public static IReadOnlyList<FactProblem> Of(IFact fact, RuleBook book)
    {
        var found = new Found(fact.Id);
        found.If(fact.Id == Guid.Empty, "fact.no-id", "A fact needs an id of its own.");
        switch (fact)
        {
            case PropertyFact property:
                found.Name(property.Name, "property.no-name", "Give the property a name.");
                found.Text(property.Address, property.Owner, property.Note);
                found.If(
                    property.Latitude is { } latitude && !(Math.Abs(latitude) <= LargestLatitude),
                    "property.bad-latitude",
                    "A latitude lies between −90 and 90 degrees."
                );
                break;
            case BuildingFact building:
                found.Name(building.Name, "building.no-name", "Give the building a name.");
                break;
            case RoofFact roof:
                found.Name(roof.Name, "roof.no-name", "Give the roof a name.");
                break;
            case SlopeFact slope:
                Slope(slope, found);
                break;
            case CoveringFact covering:
                Covering(covering, book, found);
                break;
            case VisitFact visit:
                found.Day(visit.On, visit.Commission?.DueOn);
                found.Name(visit.Inspector, "visit.no-inspector", "Enter who made the visit.");
                found.If(visit.Roofs.Count == 0, "visit.no-roof", "Choose which roof the visit looks at.");
                found.If(
                    visit.Roofs.Count > MostRoofs,
                    "visit.too-many-roofs",
                    $"A visit looks at up to {MostRoofs} roofs: make another visit for the rest."
                );
                found.If(visit.Roofs.Distinct().Count() < visit.Roofs.Count, "visit.roof-twice", "Name each roof of the visit once.");
                found.Text(visit.Purpose, visit.Weather, visit.Commission?.ForWhom ?? "", visit.Commission?.Licence ?? "");
                Terms(visit.Commission?.Terms, found);
                Others(visit, found);
                found.Count(visit.Commission?.LeftOut, Enum.GetValues<ReportSection>().Length);
                if (visit.Walk.Length > 0)
                {
                    found.Key(visit.Walk, book.FindWalk(visit.Walk) is not null, "visit.unknown-walk", "walk order");
                }
                break;
            case LookFact look:
                Look(look, book, found);
                break;
            case StageFact stage:
                Shares(stage.Shares, found);
                break;
            case FindingFact finding:
                Finding(finding, book, found);
                break;
            case PhotoFact photo:
                PhotoChecks.Of(photo, found);
                break;
            default:
                RecordChecks.Of(fact, book, found);
                break;
        }
        return found.Problems;
    }

    /// <summary>All faults of everything an assessment is asked for.</summary>
    public static IReadOnlyList<FactProblem> Of(AssessInput input, RuleBook book) =>
        [
            .. input
                .Slopes.Cast<IFact>()
                .Concat(input.Coverings)
                .Concat(input.Looks)
                .Concat(input.Stages)
                .Concat(input.Findings)
                .Concat(input.Visit is null ? [] : [input.Visit])
                .Concat(input.Components ?? [])
                .Concat(input.Local is null ? [] : [input.Local])
                .Concat(input.Firm is null ? [] : [input.Firm])
                .Concat(input.Plan is null ? [] : [input.Plan])
                .Concat(input.Details ?? [])
                .Concat(RecordChecks.All(input.Records ?? VisitRecords.None))
                .SelectMany(fact => Of(fact, book))
                .Where(Refuses),
        ];

    public static IReadOnlyList<FactProblem> Of(LifeFacts facts, RuleBook book)
    {
        var found = new Found(Guid.Empty);
        Years(facts.LaidFrom, facts.LaidTo, found);
        Layers(facts.Layers, found);
        found.If(
            book.FindCovering(facts.Kind) is null,
            "life.unknown-covering",
            $"The rule book has no covering \"{facts.Kind}\". Coverings: {string.Join(", ", book.Coverings.Select(c => c.Kind))}."
        );
        if (facts.Shares is not null)
        {
            Shares(facts.Shares, found);
        }
        found.If(facts.HorizonYears is < 1 or > 200, "life.bad-horizon", "Ask for 1 to 200 years.");
        LifeChecks.Of(facts, book, found);
        return found.Problems;
    }

    /// <summary>
    /// Whether a fact with this problem cannot be kept. A word that this edition of the rule book does not know is no such problem: a newer edition may, or an
    /// older one did. The fact stands as recorded, and the assessment names what it could not judge.
    /// </summary>
    public static bool Refuses(FactProblem problem) => !problem.Code.Contains(".unknown", StringComparison.Ordinal);

    /// <summary>
    /// Whether a fact with this problem is not taken in. A local value for a limit that nobody has binds nothing, and whoever types one ought to know; saved it
    /// stands.
    /// </summary>
    public static bool RefusesNew(FactProblem problem) => Refuses(problem) || problem.Code == UnknownLimit;

    internal const string UnknownLimit = "local.unknown-limit";

    private const string UnknownCondition = "finding.unknown-condition";

    private static void Others(VisitFact visit, Found found)
    {
        if (visit.Others is not { } others)
        {
            return;
        }
        found.Name(visit.Inspector, "visit.by-nobody", "Enter who wrote the report.");
        found.If(others.Sha256 is { } pdf && !IsSha256(pdf), "visit.bad-report", "The report’s bytes must be named by their SHA-256.");
        found.Text(others.Promises);
    }

    private static void Terms(OwnerTerms? terms, Found found)
    {
        found.If(terms?.Years is < 1 or > MostYearsAhead, "terms.years", $"Years to look ahead: 1 to {MostYearsAhead}.");
        found.If(!IsRate(terms?.InterestPercent, MostRate), "terms.interest", $"Interest: 0% to {MostRate}% a year.");
        found.If(!IsRate(terms?.PriceGrowthPercent, MostRate), "terms.growth", $"Price growth: 0% to {MostRate}% a year.");
        found.If(
            terms is { WorkmanshipYears: < 0 or > MostWarrantyYears } or { ManufacturerYears: < 0 or > MostWarrantyYears },
            "terms.warranty",
            $"Years of warranty: 0 to {MostWarrantyYears}."
        );
        found.If(!IsRate(terms?.WorthLeftPercent, 100), "terms.worth", "Worth left at the end: 0% to 100%.");
    }

    private static bool IsRate(double? percent, int most) => percent is null || (percent >= 0 && percent <= most);

    private static void Slope(SlopeFact slope, Found found)
    {
        found.If(
            slope.Letter.Length is 0 or > 3 || !slope.Letter.All(char.IsAsciiLetterUpper),
            "slope.bad-letter",
            "A slope is called by one to three capital letters."
        );
        found.Text(slope.Name);
        found.Day(slope.RetiredOn);
        var pitch = PitchText.Parse(slope.Pitch.Typed);
        found.If(pitch.Problem is not null, "slope.bad-pitch", pitch.Problem?.Text ?? "");
        found.If(
            pitch.Value is { } read
                && !Same(read.RisePer12, slope.Pitch.RisePer12)
                && !(PitchText.BarePerFoot(slope.Pitch.Typed) is { } perFoot && Same(perFoot.RisePer12, slope.Pitch.RisePer12)),
            "slope.pitch-differs",
            $"The pitch \"{slope.Pitch.Typed}\" does not read as {slope.Pitch.RisePer12:0.###} in 12."
        );
        Dimension(slope.EaveLength, "eave length", found);
        Dimension(slope.PlanRun, "run", found);
    }

    private static void Dimension(TypedLength? length, string name, Found found)
    {
        if (length is null)
        {
            return;
        }
        var read = LengthText.Parse(length.Typed, LengthUnit.Foot);
        found.If(read.Problem is not null, "slope.bad-length", read.Problem?.Text ?? "");
        found.If(!(length.Inches > 0), "slope.bad-length", $"The {name} must be more than zero.");
        found.If(
            read.Value is { } value && !Same(value.Inches, length.Inches),
            "slope.length-differs",
            $"The {name} \"{length.Typed}\" does not read as {length.Inches:0.###} in."
        );
    }

    private static void Covering(CoveringFact covering, RuleBook book, Found found)
    {
        found.Key(covering.Kind, book.FindCovering(covering.Kind) is not null, "covering.unknown-kind", "covering");
        found.Day(covering.EndedOn);
        Years(covering.LaidFrom, covering.LaidTo, found);
        Evidence(covering.Evidence, found);
        Layers(covering.Layers, found);
    }

    internal static void Evidence(IReadOnlyList<YearEvidence>? evidence, Found found)
    {
        found.Count(evidence, MostWords);
        foreach (var word in evidence ?? [])
        {
            Years(word.From, word.To, found);
            found.Text(word.Note);
        }
    }

    internal static void Years(int? from, int? to, Found found)
    {
        found.If((from is null) != (to is null), "covering.half-year", "Give both ends of the years laid, or neither.");
        found.If(from > to, "covering.years-swapped", $"Laid from {from} to {to}: the first year must not be after the last.");
        found.If(
            from is < EarliestYear or > LatestYear || to is < EarliestYear or > LatestYear,
            "covering.bad-year",
            $"A year laid lies between {EarliestYear} and {LatestYear}."
        );
    }

    private static void Layers(int layers, Found found) =>
        found.If(layers is < 1 or > MostLayers, "covering.bad-layers", $"Layers are counted from 1 to {MostLayers}.");

    private static void Look(LookFact look, RuleBook book, Found found)
    {
        var station = book.FindStation(look.Station);
        found.Key(look.Station, station is not null, "look.unknown-station", "station");
        found.If(station?.PerSlope == true && look.SlopeId is null, "look.no-slope", $"Choose which slope was looked at: {station?.Name}.");
        found.If(
            station?.PerSlope == false && look.SlopeId is not null,
            "look.slope-given",
            $"{station?.Name} is looked at once for the roof."
        );
        found.If(look.State != LookState.Looked && look.Excuse is null, "look.no-excuse", "Enter why it was not seen, or what hid it.");
        found.Text(look.Note);
    }

    internal static void Shares(IReadOnlyList<StageShare> shares, Found found)
    {
        found.Count(shares, MostShares);
        found.If(shares.Any(s => s.Stage is < 0 or > StageModel.LastStage), "stage.bad-stage", "A stage is 0, 1, 2, 3 or 4.");
        found.If(
            shares.Any(s => !(s.Percent is > 0 and <= 100)),
            "stage.bad-share",
            "A share of the area is more than 0 and at most 100 percent."
        );
        var total = shares.Sum(s => s.Percent);
        found.If(
            !(Math.Abs(total - 100) <= ShareSlackPercent),
            "stage.shares-do-not-close",
            $"The shares add up to {total:0.#} percent, not 100."
        );
    }

    private static void Finding(FindingFact finding, RuleBook book, Found found)
    {
        var condition = book.FindCondition(finding.Condition);
        found.Key(finding.Condition, condition is not null || finding.Own is not null, UnknownCondition, "condition");
        found.Key(finding.Station, book.FindStation(finding.Station) is not null, "finding.unknown-station", "station");
        found.Text(finding.Place, finding.Note, finding.Cause?.Words ?? "", finding.Problem?.Reason ?? "");
        found.If(
            finding.Earlier?.Any(e => string.IsNullOrWhiteSpace(e.Reason)) == true,
            "finding.no-reason",
            "Enter why the view changed: the earlier one is kept with it."
        );
        PlanChecks.Spot(finding.Spot, found);
        LeakChecks.Stain(finding.Stain, found);
        PondChecks.Of(finding.Pond, found);
        found.Count(finding.Earlier, MostEarlier);
        found.Count(finding.Cause?.Proofs, MostWords);
        found.Text([.. (finding.Earlier ?? []).SelectMany(e => new[] { e.Condition, e.Measured, e.Reason })]);
        if (finding.Measure is { } measure && condition?.Quantity is not null)
        {
            Measure(measure, book.FindQuantity(condition.Quantity)!, found);
        }
        if (finding.Amount is { } amount)
        {
            Amount(amount, found);
        }
        JudgementChecks.Finding(finding, book, found);
    }

    /// <summary>One way of saying how much, and figures that a roof can have.</summary>
    private static void Amount(FindingAmount amount, Found found)
    {
        var (count, feet, width, height) = amount;
        var ways = new[] { count is not null, feet is not null, width is not null || height is not null }.Count(given => given);
        found.If(
            ways != 1 || width is null != height is null,
            "finding.amount-mixed",
            "Give a count, a length in feet, or a width and a height in feet: one of the three."
        );
        found.If(
            count is < 1 or > MostPieces || new[] { feet, width, height }.Any(f => f is { } given && !(given is > 0 and <= MostFeet)),
            "finding.amount-out-of-range",
            $"A count lies between 1 and {MostPieces}, a length is over 0 and at most {MostFeet} ft."
        );
    }

    internal static void Measure(MeasureFact measure, Quantity quantity, Found found)
    {
        var read = MeasureReading.Read(measure.Typed, quantity.Unit);
        found.If(read.Problem is not null, "finding.bad-measure", read.Problem?.Text ?? "");
        found.If(
            read.Value is { } value && !Same(value, measure.Value),
            "finding.measure-differs",
            $"The measure \"{measure.Typed}\" does not read as {measure.Value:0.###}."
        );
    }

    private static bool Same(double a, double b) => Math.Abs(a - b) <= TypedSlack;

    internal static bool IsSha256(string text) => text.Length == 64 && text.All(char.IsAsciiHexDigitLower);

    internal sealed class Found(Guid factId)
    {
        private readonly List<FactProblem> problems = [];

        public IReadOnlyList<FactProblem> Problems => problems;

        public void If(bool fault, string code, string text)
        {
            if (fault)
            {
                problems.Add(new FactProblem(factId, code, text));
            }
        }

        /// <summary>A key of the rule book: it may be one that the book does not know, but not anything whatever.</summary>
        public void Key(string key, bool known, string unknownCode, string what)
        {
            If(!known && !BookKey.IsWellFormed(key), "fact.bad-key", $"A {what} is named by a key of letters, digits and hyphens.");
            If(!known, unknownCode, $"The rule book has no {what} \"{key}\".");
        }

        public void Name(string name, string code, string text)
        {
            If(string.IsNullOrWhiteSpace(name), code, text);
            If(name.Length > LongestName, "text.too-long", $"Keep it under {LongestName} characters.");
        }

        /// <summary>Days are counted on from: beyond these years that ends outside the calendar.</summary>
        public void Day(params DateOnly?[] days) =>
            If(
                days.Any(d => d is { } day && day.Year is < EarliestDay or > LatestYear),
                "fact.bad-day",
                $"A day lies between {EarliestDay} and {LatestYear}."
            );

        public void Count<T>(IReadOnlyList<T>? list, int most) =>
            If(list?.Count > most, "fact.too-many", $"A list here has at most {most} entries.");

        public void Text(params string[] texts) =>
            If(texts.Any(t => t.Length > LongestText), "text.too-long", $"Keep it under {LongestText} characters.");
    }
}
