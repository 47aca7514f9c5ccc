using Kalpa.Core.Assessing;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Leaks;
using Kalpa.Core.Life;
using Kalpa.Core.NewWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;

namespace Kalpa.Contracts;

/// <summary>
/// Bounds of what the compute methods take, each with the field it is about. What is a fact is checked as a fact; what is only asked for has its bounds
/// here. Within them every method ends, and soon.
/// </summary>
internal static class ComputeChecks
{
    private const int MostLooked = 100_000;
    private const int MostItems = 1_000;
    private const int MostFacts = 50_000;
    private const int MostSlopes = 200;
    private const int LongestText = 2_000_000;
    private const double LargestMeasure = 1e6;
    private const int EarliestYear = 1900;
    private const int LatestYear = 2200;

    /// <summary>The first fault of a request; null when it can be computed.</summary>
    public static ComputeProblem? Of(object request, RuleBook book) =>
        request switch
        {
            AssessInput input => Assessed(input, book),
            DossierRequest dossier => Day(dossier.Today, "$.today")
                ?? Many(dossier.Facts.Count, MostFacts, "$.facts")
                ?? Many(dossier.Changes?.Count ?? 0, MostFacts, "$.changes"),
            LifeFacts life => Day(life.AsOf, "$.asOf") ?? First(FactChecks.Of(life, book)),
            LastingRequest lasting => Lasts(lasting, book),
            VerdictRequest verdict => Judged(verdict),
            WordingRequest wording => First(Facts(book, [wording.Finding, wording.Slope])),
            UrgencyFacts urgency => Urgent(urgency),
            OrderRequest order => Many(order.Items.Count, MostItems, "$.items")
                ?? order.Items.Select(Urgent).FirstOrDefault(p => p is not null),
            ParseMeasureRequest parse => Long(parse.Text, 200, "$.text"),
            IntervalRequest interval => Within(interval.Looked, 1, MostLooked, "$.looked")
                ?? Within(interval.Wrong, 0, interval.Looked, "$.wrong"),
            GoingRequest going => Goes(going, book),
            PicksRequest picks => Within(picks.Count, 1, CoursePicks.MostCourses, "$.count"),
            SunRequest sun => Sunny(sun),
            _ => OfPlan(request, book),
        };

    private static ComputeProblem? OfPlan(object request, RuleBook book) =>
        request switch
        {
            SkeletonRequest skeleton => Many(skeleton.Corners.Count, StraightSkeleton.MostCorners, "$.corners")
                ?? skeleton
                    .Corners.SelectMany(c => new[] { c.X, c.Y, c.RisePer12 })
                    .Select(n => Within(n, -LargestMeasure, LargestMeasure, "$.corners"))
                    .FirstOrDefault(p => p is not null),
            ClassifyRequest classify => First(Facts(book, [classify.Plan])),
            DraftRequest draft => First(Facts(book, [draft.Plan])),
            PlanRequest plan => Planned(plan, book),
            PlanExportRequest export => Planned(export.Plan, book) ?? First(Facts(book, export.Slopes)) ?? Ids(export.Slopes, "$.slopes"),
            NoticesRequest notices => Planned(notices.Plan, book)
                ?? First(Facts(book, [.. notices.Slopes, .. notices.Findings]))
                ?? Ids(notices.Slopes, "$.slopes")
                ?? Ids(notices.Findings, "$.findings"),
            IceRequest ice => First(Facts(book, [ice.Plan])),
            RainRequest rain => Rained(rain, book),
            DrainageRequest drainage => Drained(drainage),
            LeakRequest leak => Leaking(leak),
            SpotRequest spot => First(Facts(book, [spot.Plan])) ?? Place(spot.X, "$.x") ?? Place(spot.Y, "$.y"),
            PlanEditRequest edit => First(Facts(book, [edit.Plan])) ?? Edited(edit.Edit),
            PlanSlopesRequest slopes => Day(slopes.On, "$.on")
                ?? First(Facts(book, [slopes.Before, slopes.Plan, .. slopes.Slopes]))
                ?? Ids(slopes.Slopes, "$.slopes"),
            PlanSpotsRequest spots => First(Facts(book, [spots.Before, spots.After])) ?? Spots(spots.Spots),
            RunsRequest runs => Long(runs.Text, 10_000, "$.text"),
            StarterRequest starter => Started(starter, book),
            ImportRequest import => Long(import.Text, LongestText, "$.text") ?? Within(import.RisePer12, 0, 24, "$.risePer12"),
            _ => null,
        };

    private static ComputeProblem? Assessed(AssessInput input, RuleBook book) =>
        Day(input.AsOf, "$.asOf")
        ?? Many(input.Slopes.Count, MostSlopes, "$.slopes")
        ?? Many(input.Findings.Count, MostItems, "$.findings")
        ?? Many(input.Looks.Count, MostItems * 2, "$.looks")
        ?? Many(input.Stages.Count, MostItems, "$.stages")
        ?? Ids(input.Slopes, "$.slopes")
        ?? Ids(input.Coverings, "$.coverings")
        ?? Ids(input.Looks, "$.looks")
        ?? Ids(input.Stages, "$.stages")
        ?? Ids(input.Findings, "$.findings")
        ?? Ids(input.Components ?? [], "$.components")
        ?? RecordIds(input.Records)
        ?? (input.Latitude is { } latitude ? Within(latitude, -90, 90, "$.latitude") : null)
        ?? First(FactChecks.Of(input, book));

    private static ComputeProblem? RecordIds(VisitRecords? records) =>
        records is null
            ? null
            : Many(records.Photos.Count, MostItems * 5, "$.records.photos")
                ?? Ids(records.Photos, "$.records.photos")
                ?? Ids(records.PunchItems, "$.records.punchItems")
                ?? Ids(records.PunchReplies, "$.records.punchReplies")
                ?? Ids(records.Samples, "$.records.samples")
                ?? Ids(records.Courses, "$.records.courses")
                ?? Ids(records.Planned ?? [], "$.records.planned")
                ?? Ids(records.Series ?? [], "$.records.series")
                ?? Ids(records.Rechecks, "$.records.rechecks")
                ?? Ids(records.ToDos, "$.records.toDos")
                ?? Ids(records.LastTime?.Findings ?? [], "$.records.lastTime.findings")
                ?? (records.PastVisits ?? []).Select(p => Day(p.On, "$.records.pastVisits")).FirstOrDefault(p => p is not null)
                ?? (records.LastTime is { } last ? Day(last.On, "$.records.lastTime.on") : null);

    private static ComputeProblem? Lasts(LastingRequest lasting, RuleBook book) =>
        Within(lasting.Years, 1, Lasting.MostYears, "$.years")
        ?? Many(lasting.Slopes.Count, MostSlopes, "$.slopes")
        ?? Same(lasting.Slopes.Select(s => s.SlopeId), "$.slopes")
        ?? lasting.Slopes.Select(s => Day(s.Facts.AsOf, "$.slopes")).FirstOrDefault(p => p is not null)
        ?? Money(lasting.ReroofPrice, "$.reroofPrice")
        ?? Money(lasting.OffAndOnPrice, "$.offAndOnPrice")
        ?? (lasting.RatePercent is { } rate ? Within(rate, 0, 50, "$.ratePercent") : null)
        ?? First(lasting.Slopes.SelectMany(s => FactChecks.Of(s.Facts, book)));

    private static ComputeProblem? Judged(VerdictRequest verdict) =>
        (verdict.RisePer12 is { } rise ? Within(rise, 0, 24, "$.risePer12") : null)
        ?? (verdict.Measure is { } measure ? Within(measure.Value, -LargestMeasure, LargestMeasure, "$.measure.value") : null);

    private static ComputeProblem? Urgent(UrgencyFacts facts) =>
        Within(facts.Shortfall, 0, LargestMeasure, "$.shortfall")
        ?? (facts.WaterRunFeet is { } run ? Within(run, 0, 10_000, "$.waterRunFeet") : null)
        ?? (facts.RisePer12 is { } rise ? Within(rise, 0, 24, "$.risePer12") : null)
        ?? Within(facts.Weight, 0, 1_000, "$.weight");

    private static ComputeProblem? Goes(GoingRequest going, RuleBook book) =>
        Within(going.SteepestRise, 0, 100, "$.steepestRise")
        ?? (going.Limits is { } limits ? First(Facts(book, [limits], keyless: true)) : null);

    private static ComputeProblem? Sunny(SunRequest sun) =>
        (
            !(Math.Abs(sun.Latitude) <= 90)
                ? new ComputeProblem("sun.bad-latitude", "$.latitude", "A latitude lies between −90 and 90 degrees.")
                : null
        )
        ?? (sun.Longitude is { } longitude ? Within(longitude, -180, 180, "$.longitude") : null)
        ?? Many(sun.Slopes.Count, MostSlopes, "$.slopes")
        ?? sun.Slopes.Select(s => Within(s.RisePer12, 0, 24, "$.slopes") ?? Within(s.AzimuthDegrees, -360, 360, "$.slopes"))
            .FirstOrDefault(p => p is not null);

    private static ComputeProblem? Planned(PlanRequest plan, RuleBook book) =>
        Day(plan.AsOf, "$.asOf")
        ?? Many(plan.Details.Count, MostItems, "$.details")
        ?? First(Facts(book, [plan.Plan, .. plan.Details, .. plan.Coverings]))
        ?? Ids(plan.Details, "$.details")
        ?? Ids(plan.Coverings, "$.coverings")
        ?? Spots(plan.Spots ?? [])
        ?? Outlines(plan.Outlines ?? [])
        ?? Within(plan.DamInches, 0, IceReaches.HighestDamInches, "$.damInches");

    private static ComputeProblem? Outlines(IReadOnlyList<OutlineOf> outlines) =>
        Many(outlines.Count, MostItems, "$.outlines")
        ?? outlines.Select(o => Within(o.Corners.Count, 1, PondSeen.MostCorners, "$.outlines.corners")).FirstOrDefault(p => p is not null)
        ?? outlines
            .SelectMany(o => o.Corners)
            .Select(c => Place(c.Along, "$.outlines.corners") ?? Place(c.Up, "$.outlines.corners"))
            .FirstOrDefault(p => p is not null);

    private static ComputeProblem? Rained(RainRequest rain, RuleBook book) =>
        Many(rain.Details.Count, MostItems, "$.details")
        ?? First(Facts(book, [rain.Plan, .. rain.Details]))
        ?? Ids(rain.Details, "$.details")
        ?? Within(rain.InchesPerHour, 0, RainMaps.MostInchesPerHour, "$.inchesPerHour")
        ?? Within(rain.StripFeet, RainMaps.LeastStripFeet, RainMaps.MostStripFeet, "$.stripFeet")
        ?? Many(rain.Points?.Count ?? 0, MostItems, "$.points")
        ?? (rain.Points ?? []).Select(p => Place(p.X, "$.points") ?? Place(p.Y, "$.points")).FirstOrDefault(p => p is not null);

    /// <summary>No roof is longer than this on one slope, feet; no house older, years.</summary>
    private const double LongestSlopeFeet = 1_000;
    private const double OldestYears = 1_000;

    private static ComputeProblem? Leaking(LeakRequest leak) =>
        Many(leak.When.Count, MostItems, "$.when")
        ?? Many(leak.Findings?.Count ?? 0, MostItems, "$.findings")
        ?? Many(leak.Details?.Count ?? 0, MostItems, "$.details")
        ?? Many(leak.Tests?.Count ?? 0, MostItems, "$.tests")
        ?? Within(leak.RisePer12, 0, 24, "$.risePer12")
        ?? new[] { leak.AgeYears, leak.HouseYears, leak.YearsSinceFirst }
            .Select(years => Within(years ?? 0, 0, OldestYears, "$"))
            .FirstOrDefault(p => p is not null)
        ?? (leak.Findings ?? [])
            .SelectMany(f => new[] { f.Down, f.Side })
            .Concat((leak.Details ?? []).SelectMany(d => new[] { d.Down, d.Side }))
            .Select(feet => Within(feet ?? 0, -LongestSlopeFeet, LongestSlopeFeet, "$"))
            .FirstOrDefault(p => p is not null)
        ?? (leak.Findings ?? [])
            .Select(f => f.SquareFeet)
            .Concat((leak.Details ?? []).Select(d => d.SquareFeet))
            .Select(area => Within(area ?? 0, 0, 1e7, "$"))
            .FirstOrDefault(p => p is not null);

    /// <summary>Sizes of what carries water: more than nothing, no more than any building has.</summary>
    private static ComputeProblem? Drained(DrainageRequest drainage)
    {
        (double? Value, double Least, double Most, string Path)[] sizes =
        [
            (drainage.Gpm, 0, 1e6, "$.gpm"),
            (drainage.SquareFeet, 0, 1e7, "$.squareFeet"),
            (drainage.InchesPerHour, 0, RainMaps.MostInchesPerHour, "$.inchesPerHour"),
            (drainage.Gutter?.WidthInches, 1, 60, "$.gutter.widthInches"),
            (drainage.Gutter?.DepthInches, 1, 60, "$.gutter.depthInches"),
            (drainage.Gutter?.FallInchesIn10Feet, 0, 60, "$.gutter.fallInchesIn10Feet"),
            (drainage.Gutter?.LengthFeet, 0, 1000, "$.gutter.lengthFeet"),
            (drainage.Downspout?.WidthInches, 0.5, 60, "$.downspout.widthInches"),
            (drainage.Downspout?.DepthInches, 0.5, 60, "$.downspout.depthInches"),
            (drainage.Downspout?.HeadInches, 0, 60, "$.downspout.headInches"),
            (drainage.Scupper?.WidthInches, 1, 240, "$.scupper.widthInches"),
            (drainage.Scupper?.HeightInches, 1, 120, "$.scupper.heightInches"),
            (drainage.Scupper?.HeadInches, 0, 120, "$.scupper.headInches"),
            (drainage.Drain?.BowlInches, 1, 60, "$.drain.bowlInches"),
            (drainage.Drain?.PipeInches, 1, 60, "$.drain.pipeInches"),
            (drainage.Drain?.SumpInches, 0, 60, "$.drain.sumpInches"),
            (drainage.Drain?.HeadInches, 0, 120, "$.drain.headInches"),
            (drainage.Valley?.RisePer12, 0.25, 24, "$.valley.risePer12"),
            (drainage.Valley?.FallInches, 0, 120, "$.valley.fallInches"),
            (drainage.Valley?.GutterInches, 1, 60, "$.valley.gutterInches"),
            (drainage.Valley?.OverhangInches, 0, 60, "$.valley.overhangInches"),
            (drainage.Pond?.SquareFeet, 0, 1e6, "$.pond.squareFeet"),
            (drainage.Pond?.DeepestInches, 0, 120, "$.pond.deepestInches"),
            (drainage.Pond?.AverageInches, 0, 120, "$.pond.averageInches"),
            (drainage.Pond?.SlopeSquareFeet, 1, 1e7, "$.pond.slopeSquareFeet"),
            (drainage.Pond?.RisePer12, 0, 24, "$.pond.risePer12"),
        ];
        return sizes.Select(s => s.Value is { } value ? Within(value, s.Least, s.Most, s.Path) : null).FirstOrDefault(p => p is not null);
    }

    private static ComputeProblem? Spots(IReadOnlyList<SpotOf> spots) =>
        Many(spots.Count, MostItems, "$.spots")
        ?? Same(spots.Select(s => s.Id), "$.spots")
        ?? spots.Select(s => Place(s.Spot.Along, "$.spots") ?? Place(s.Spot.Up, "$.spots")).FirstOrDefault(p => p is not null);

    private static ComputeProblem? Edited(PlanEdit edit) =>
        new[] { edit.X, edit.Y, edit.Inches, edit.RisePer12, edit.Share, edit.Degrees }
            .Select(n => n is { } number ? Within(number, -LargestMeasure, LargestMeasure, "$.edit") : null)
            .FirstOrDefault(p => p is not null);

    private static ComputeProblem? Started(StarterRequest starter, RuleBook book) =>
        new[] { starter.Width, starter.Depth, starter.RisePer12, starter.FrontAzimuth, starter.X, starter.Y, starter.HeightInches }
            .Select(n => Within(n, -LargestMeasure, LargestMeasure, "$"))
            .FirstOrDefault(p => p is not null)
        ?? Many(starter.NewIds.Count, MostItems, "$.newIds")
        ?? Same(starter.NewIds, "$.newIds")
        ?? First(Facts(book, starter.Take))
        ?? Ids(starter.Take, "$.take");

    private static IEnumerable<FactProblem> Facts(RuleBook book, IEnumerable<IFact?> facts, bool keyless = false) =>
        facts
            .OfType<IFact>()
            .SelectMany(f => FactChecks.Of(f, book))
            // A word that only a newer book knows is assessed where it is met; limits that are merely asked about carry no id.
            .Where(p => !p.Code.Contains("unknown", StringComparison.Ordinal) && !(keyless && p.Code == "fact.no-id"));

    private static ComputeProblem? First(IEnumerable<FactProblem> problems) =>
        problems.FirstOrDefault() is { } problem
            ? new ComputeProblem(problem.Code, problem.FactId == Guid.Empty ? null : problem.FactId.ToString(), problem.Text)
            : null;

    private static ComputeProblem? Ids(IEnumerable<IFact> facts, string field) => Same(facts.Select(f => f.Id), field);

    private static ComputeProblem? Same(IEnumerable<Guid> ids, string field)
    {
        var seen = new HashSet<Guid>();
        return ids.Any(id => !seen.Add(id))
            ? new ComputeProblem("compute.same-id", field, "Two entries here have the same id. Give each its own.")
            : null;
    }

    private static ComputeProblem? Many(int count, int most, string field) =>
        count > most ? new ComputeProblem("compute.too-many", field, $"Give at most {most} entries here; there are {count}.") : null;

    private static ComputeProblem? Long(string text, int longest, string field) =>
        text.Length > longest ? new ComputeProblem("compute.too-long", field, $"Keep this under {longest} characters.") : null;

    private static ComputeProblem? Within(double value, double least, double most, string field) =>
        value >= least && value <= most
            ? null
            : new ComputeProblem("compute.out-of-bounds", field, $"Give a number from {least:0.###} to {most:0.###}.");

    private static ComputeProblem? Place(double inches, string field) => Within(inches, -LargestMeasure, LargestMeasure, field);

    private static ComputeProblem? Money(double? amount, string field) => amount is { } given ? Within(given, 0, 1e9, field) : null;

    private static ComputeProblem? Day(DateOnly day, string field) =>
        day.Year is >= EarliestYear and <= LatestYear
            ? null
            : new ComputeProblem("compute.out-of-bounds", field, $"Give a day from {EarliestYear} to {LatestYear}.");
}
