using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>
/// Something that the plan or an answer says is wrong, as a finding it could become. <paramref name="Key"/> names it and its place, so that a word on it holds when
/// the plan is measured again; <paramref name="Measure"/> is null where seeing is the fault; <paramref name="Deciding"/> what the plan knows that decides it.
/// </summary>
public sealed record PlanNotice(
    string Key,
    string Condition,
    string Station,
    string Name,
    string Place,
    string Why,
    string Advice,
    MeasureFact? Measure,
    Guid? SlopeId,
    Guid? DetailId,
    Spot? Spot,
    UrgencyClass Urgency,
    [property: JsonPropertyName("nails")] int Marks,
    string UrgencyWords,
    IReadOnlyList<DecidingAnswer>? Deciding = null
);

/// <summary>
/// Asks what a plan notices, beside what was found already. <paramref name="InchesPerHour"/>: the local rain that drainage is sized by; null: by the trade's rule.
/// </summary>
public sealed record NoticesRequest(
    PlanRequest Plan,
    IReadOnlyList<SlopeFact> Slopes,
    IReadOnlyList<FindingFact> Findings,
    double? InchesPerHour = null
);

public sealed record NoticesAnswer(IReadOnlyList<PlanNotice> Notices);

/// <summary>
/// What geometry alone says is wrong: a covering below its least slope, a wide chimney without a cricket, a valley or pocket too flat, a wall's end
/// without a kick-out, an ice barrier too short, drainage too small. Offered, never decided; worst first.
/// </summary>
public static class PlanNotices
{
    /// <summary>A recorded wall end this near to where the wall meets the eave is that end, inches on plan.</summary>
    private const double SameWallEndInches = 36;

    /// <summary>A step lower than this is no wall that could lead water down inside it, inches.</summary>
    private const double LeastWallInches = 6;

    private sealed record Found(
        string Key,
        string Condition,
        string Station,
        string Place,
        string Why,
        string Advice,
        string? Typed,
        Guid? SlopeId,
        Guid? DetailId,
        RoofPoint? At,
        DecidingAnswer? Decided = null
    );

    public static NoticesAnswer Of(NoticesRequest request, RuleBook book)
    {
        var answer = PlanMeasures.Of(request.Plan, book);
        if (!answer.Measured)
        {
            return new NoticesAnswer([]);
        }
        var scene = new Scene(request, answer, book);
        var notices = TooFlat(scene)
            .Concat(NoCricket(scene))
            .Concat(FlatValleys(scene))
            .Concat(NoKickOut(scene))
            .Concat(ShortBarrier(scene))
            .Concat(SmallDrainage(scene))
            .Where(f => !request.Findings.Any(known => Same(known, f)))
            .Select(f => Judged(f, scene));
        return new NoticesAnswer([.. notices.OrderByDescending(n => n.Urgency).ThenBy(n => n.Key, StringComparer.Ordinal)]);
    }

    private sealed record Scene(NoticesRequest Request, PlanAnswer Answer, RuleBook Book)
    {
        public PlanFact Plan => Request.Plan.Plan;

        private readonly Lazy<RainMap> rain = new(() =>
            RainMaps.MapOf(Request.Plan.Plan, new PlanShape(Answer.Facets, []), Answer.Edges, Request.Plan.Details)
        );

        public RainMap Rain => rain.Value;

        public string Letter(Guid slopeId) => Request.Slopes.FirstOrDefault(s => s.Id == slopeId)?.Letter ?? "?";

        public PlanFacet Facet(Guid slopeId) => Answer.Facets.First(f => f.SlopeId == slopeId);

        public CoveringFact? Covering(Guid slopeId) => Assessor.CoveringOn(Request.Plan.Coverings, slopeId, Request.Plan.AsOf);
    }

    private static bool Same(FindingFact known, Found found) =>
        known.Condition == found.Condition
        && known.SlopeId == found.SlopeId
        && (known.DetailId is null || found.DetailId is null || known.DetailId == found.DetailId);

    private static IEnumerable<Found> TooFlat(Scene scene)
    {
        foreach (var facet in scene.Answer.Facets)
        {
            if (
                scene.Covering(facet.SlopeId) is not { } covering
                || scene.Request.Slopes.FirstOrDefault(s => s.Id == facet.SlopeId) is not { } slope
            )
            {
                continue;
            }
            var pitch = slope.Pitch with { RisePer12 = facet.RisePer12 };
            var fitness = Fitness.Of(scene.Book, covering.Kind, pitch);
            if (fitness.State == FitnessState.Unfit)
            {
                var typed = new Pitch(facet.RisePer12).ToTradeText();
                yield return new Found(
                    $"flat:{facet.SlopeId}",
                    "covering-too-flat",
                    "field",
                    "whole slope",
                    fitness.Reason,
                    "",
                    typed,
                    facet.SlopeId,
                    null,
                    null
                );
            }
        }
    }

    private static IEnumerable<Found> NoCricket(Scene scene)
    {
        foreach (var detail in scene.Request.Plan.Details.Where(d => d.Cricket != true))
        {
            var placed = scene.Answer.Details.First(p => p.Id == detail.Id);
            if (!placed.OnSlope)
            {
                continue;
            }
            var facet = scene.Facet(placed.SlopeId);
            if (!Crickets.Asked(detail, placed, new Pitch(facet.RisePer12).SlopeFactor))
            {
                continue;
            }
            var height = new Length(Crickets.HeightInches(detail.WidthInches!.Value, facet.RisePer12)).ToTradeText();
            var table = Crickets.InTable(facet.RisePer12) ? "Table R1003.20" : "Table R1003.20 carried on beyond its rows";
            yield return new Found(
                $"cricket:{detail.Id}",
                "cricket-missing",
                "walls",
                detail.Name.Length > 0 ? detail.Name : PlanMeasures.Words(detail.Kind),
                detail.Cricket is null ? "Wider than 30 in and no cricket is recorded." : "Wider than 30 in, and there is no cricket.",
                $"A cricket here: {new Length(detail.WidthInches.Value).ToTradeText()} wide, {height} high ({table}).{WaterBehind(scene, detail)}",
                new Length(detail.WidthInches.Value).ToTradeText(),
                placed.SlopeId,
                detail.Id,
                null
            );
        }
    }

    /// <summary>Less than this behind a thing is little, square feet: a foot of it has hardly more than its own rain (from memory).</summary>
    private const double LittleSquareFeet = 20;

    /// <summary>The width asks for it whatever arrives; how much arrives says how badly it is needed.</summary>
    private static string WaterBehind(Scene scene, DetailFact detail)
    {
        if (scene.Rain.Arriving(detail.Spot)?.Area is not { } area)
        {
            return "";
        }
        var roof = $" {RainWords.Number(area.RoofSquareFeet)} sq ft of roof drains to its uphill side";
        return area.RoofSquareFeet < LittleSquareFeet ? $"{roof}: required by its width, but little water arrives here." : $"{roof}.";
    }

    private static string WaterAtEnd(Scene scene, PlanEdge wall, RoofPoint end) =>
        scene.Rain.ArrivingAtWallEnd(wall.SlopeId, end.Point)?.Area is { } area
            ? $" {RainWords.Number(area.RoofSquareFeet)} sq ft of roof and {RainWords.Number(area.WallSquareFeet)} sq ft of wall (half of it) drain to it."
            : "";

    private static IEnumerable<Found> FlatValleys(Scene scene)
    {
        var least = scene.Book.LimitFor("valley-fall", null)?.Least ?? 0;
        foreach (var edge in scene.Answer.Edges)
        {
            if (edge.Class == EdgeClass.Valley && edge.Fall < least)
            {
                yield return new Found(
                    $"valley:{edge.SlopeId}:{edge.OtherSlopeId}",
                    "valley-flat",
                    "ridges",
                    $"valley to slope {scene.Letter(edge.OtherSlopeId!.Value)}",
                    $"The valley between slopes {scene.Letter(edge.SlopeId)} and {scene.Letter(edge.OtherSlopeId.Value)} falls {new Pitch(edge.Fall).ToTradeText()}, though the slopes are steeper.",
                    "",
                    new Pitch(edge.Fall).ToTradeText(),
                    edge.SlopeId,
                    null,
                    Middle(edge)
                );
            }
            else if (
                edge.Class == EdgeClass.Step
                && edge.OtherSlopeId is { } above
                && scene.Facet(edge.SlopeId).RisePer12 > 0
                && edge.Fall < least
            )
            {
                yield return new Found(
                    $"pocket:{edge.SlopeId}:{above}",
                    "valley-flat",
                    "walls",
                    $"pocket against the wall of slope {scene.Letter(above)}",
                    $"Slope {scene.Letter(edge.SlopeId)} runs against a wall over {edge.PlanFeet:0.0} ft with no fall along it.",
                    "",
                    new Pitch(edge.Fall).ToTradeText(),
                    edge.SlopeId,
                    null,
                    Middle(edge)
                );
            }
        }
    }

    /// <summary>A wall's end: where a side wall comes down to the eave of its slope.</summary>
    private static IEnumerable<Found> NoKickOut(Scene scene)
    {
        foreach (var wall in scene.Answer.Edges.Where(e => e.Class == EdgeClass.Sidewall && e.StepInches >= LeastWallInches))
        {
            var end = wall.From.Z < wall.To.Z ? wall.From : wall.To;
            var atEave = scene.Answer.Edges.Any(e =>
                e.Class == EdgeClass.Eave
                && e.SlopeId == wall.SlopeId
                && Math.Min(e.From.Point.To(end.Point), e.To.Point.To(end.Point)) <= PlanTolerances.OnLineInches
            );
            var recorded = scene
                .Request.Plan.Details.Where(d => d.Kind == DetailKind.WallEnd)
                .FirstOrDefault(d =>
                    scene.Answer.Details.Any(p => p.Id == d.Id && new PlanPoint(p.X, p.Y).To(end.Point) <= SameWallEndInches)
                );
            if (!atEave || recorded?.KickOut == true)
            {
                continue;
            }
            yield return new Found(
                $"kickout:{wall.SlopeId}:{wall.OtherSlopeId}:{Math.Round(end.X)}:{Math.Round(end.Y)}",
                "kickout-missing",
                "walls",
                recorded is { Name.Length: > 0 } ? recorded.Name : "end of the wall at the eave",
                recorded is null
                    ? "The wall ends at the eave here; no kick-out is recorded."
                    : "The wall ends at the eave here without a kick-out.",
                $"{wall.TrueFeet:0.0} ft of wall lead their water to this end.{WaterAtEnd(scene, wall, end)}",
                null,
                wall.SlopeId,
                recorded?.Id,
                end
            );
        }
    }

    /// <summary>A barrier that the plan says is asked here.</summary>
    private static readonly DecidingAnswer BarrierAsked = new("ice-asked", "asked");

    private static IEnumerable<Found> ShortBarrier(Scene scene) =>
        from reach in scene.Answer.Ice
        let required = reach.RequiredInches ?? 0
        let barrier = reach.BarrierInches ?? required
        where barrier < required
        let shortBy = new Length(required - barrier)
        select new Found(
            $"ice:{reach.SlopeId}",
            "ice-barrier-short",
            "edges",
            "along the eave",
            $"The barrier reaches {new Length(barrier).ToTradeText()} up the slope; {new Length(required).ToTradeText()} reach 24 in inside the wall line.",
            $"{reach.Courses} courses of 36 in, lapped, would cover it.",
            shortBy.ToTradeText(),
            reach.SlopeId,
            null,
            null,
            BarrierAsked
        );

    /// <summary>A measure that is counted reads up to this.</summary>
    private const double MostShare = 10_000;

    /// <summary>Downspouts, gutters, drains and scuppers too small for what the plan sends to them.</summary>
    private static IEnumerable<Found> SmallDrainage(Scene scene) =>
        from size in OutletSizes.Of(scene.Rain, scene.Request.Plan.Details, scene.Request.InchesPerHour)
        where !size.Enough
        let kind = scene.Request.Plan.Details.First(d => d.Id == size.DetailId).Kind
        select new Found(
            $"drainage:{size.DetailId}",
            kind == DetailKind.Downspout ? "downspout-small" : "drain-small",
            kind == DetailKind.Downspout ? "gutters" : "drains",
            size.Name,
            size.Told,
            string.Join(' ', size.Leads),
            $"{Math.Min(MostShare, Math.Ceiling(size.Share!.Value * 100)):0}",
            size.SlopeId,
            size.DetailId,
            null
        );

    private static PlanNotice Judged(Found found, Scene scene)
    {
        var condition = scene.Book.FindCondition(found.Condition)!;
        var slope = scene.Request.Slopes.FirstOrDefault(s => s.Id == found.SlopeId);
        var measure = MeasureOf(found, condition, scene.Book);
        var kind = found.SlopeId is { } id ? scene.Covering(id)?.Kind : null;
        IReadOnlyList<DecidingAnswer>? deciding = found.Decided is null ? null : [found.Decided];
        var urgency = UrgencyOf(scene.Book, condition, kind, slope, measure, deciding);
        var shape = new PlanShape(scene.Answer.Facets, []);
        var spot = scene.Request.Plan.Details.FirstOrDefault(d => d.Id == found.DetailId)?.Spot ?? SpotOf(shape, found);
        return new PlanNotice(
            found.Key,
            condition.Code,
            found.Station,
            condition.Name,
            found.Place,
            found.Why,
            found.Advice,
            measure,
            found.SlopeId,
            found.DetailId,
            spot,
            urgency.Class,
            urgency.Marks,
            urgency.Words,
            deciding
        );
    }

    /// <summary>How urgent a finding would be of which nobody has looked for water.</summary>
    internal static UrgencyAnswer UrgencyOf(
        RuleBook book,
        Condition condition,
        string? kind,
        SlopeFact? slope,
        MeasureFact? measure = null,
        IReadOnlyList<DecidingAnswer>? deciding = null
    )
    {
        var verdict = Verdicts.Of(book, condition, new VerdictPlace(kind, Deciding: deciding), measure);
        return Urgencies.Of(
            book,
            condition,
            new UrgencyFacts(
                condition.Code,
                WaterEvidence.NotChecked,
                Extent.OnePlace,
                slope?.Under ?? Under.HeatedRoom,
                false,
                verdict.Outcome,
                verdict.Shortfall,
                false
            )
        );
    }

    private static MeasureFact? MeasureOf(Found found, Condition condition, RuleBook book) =>
        found.Typed is null || condition.Quantity is null
            ? null
            : new MeasureFact(
                found.Typed,
                MeasureReading.Read(found.Typed, book.FindQuantity(condition.Quantity)!.Unit).Value!.Value,
                MeasuredHow.Tape
            );

    private static Spot? SpotOf(PlanShape shape, Found found)
    {
        if (found.SlopeId is not { } slopeId || shape.Facet(slopeId) is not { } facet)
        {
            return null;
        }
        var (along, up) = facet.Frame.Of(found.At?.Point ?? new PlanPoint(facet.LabelX, facet.LabelY));
        return new Spot(slopeId, Quantise.Measure(along), Quantise.Measure(up));
    }

    private static RoofPoint Middle(PlanEdge edge) =>
        new((edge.From.X + edge.To.X) / 2, (edge.From.Y + edge.To.Y) / 2, (edge.From.Z + edge.To.Z) / 2);
}
