using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Water;

namespace Kalpa.Core.RoofPlans;

/// <summary>A reading taken on a slope that the plan does not agree with: the reading governs, and somebody has to put one of the two right.</summary>
public sealed record PitchClash(Guid SlopeId, string Letter, string Measured, string Planned);

/// <summary>
/// What the plan gives to a judgement: its shape is solved once, and every slope's pitch, facing, size, the water above a place and what lies under it are
/// read from it. Nothing of it is recorded, so a changed plan changes all of it at once.
/// </summary>
public sealed class PlannedRoof
{
    private readonly PlanFact? plan;
    private readonly PlanShape shape;
    private readonly Dictionary<Guid, Spot> details;
    private readonly Dictionary<Guid, double> eaves;
    private readonly HashSet<(Guid, Guid)> folds;
    private readonly IReadOnlyList<PlanEdge> edges;
    private readonly IReadOnlyList<DetailFact> onPlan;
    private readonly Solved solved;

    private PlannedRoof(PlanFact? plan, IEnumerable<DetailFact> details)
    {
        this.plan = plan;
        onPlan = [.. details];
        this.details = onPlan.ToDictionary(d => d.Id, d => d.Spot);
        solved = plan is null ? Nothing : SolvedOnce(plan);
        (_, shape, edges, eaves, folds) = solved;
    }

    private sealed record Solved(
        PlanFact? Plan,
        PlanShape Shape,
        IReadOnlyList<PlanEdge> Edges,
        Dictionary<Guid, double> Eaves,
        HashSet<(Guid, Guid)> Folds
    )
    {
        private IReadOnlyList<DetailFact> wetDetails = [];
        private RainMap? rain;

        /// <summary>The water of this plan with these details: run down it once, when a place first asks.</summary>
        public RainMap Rain(IReadOnlyList<DetailFact> details)
        {
            if (rain is null || !wetDetails.SequenceEqual(details))
            {
                rain = RainMaps.MapOf(Plan!, Shape, Edges, details);
                wetDetails = details;
            }
            return rain;
        }
    }

    private static readonly Solved Nothing = new(null, new PlanShape([], []), [], [], []);

    /// <summary>
    /// The plan solved last: a dossier reads the same one several times, and a phone judges the same roof at every tap. An object, never a tuple: the browser's
    /// runtime does not see the references inside a value that is static to a thread, and frees what they point to.
    /// </summary>
    [ThreadStatic]
    private static Solved? last;

    private static Solved SolvedOnce(PlanFact plan)
    {
        if (last is not { Plan: { } known } before || !Same(known, plan))
        {
            var shape = PlanSolver.Solve(plan);
            var edges = PlanEdges.Classify(plan, shape);
            var eaves = plan.Sized
                ? edges
                    .Where(e => e.Class == EdgeClass.Eave)
                    .GroupBy(e => e.SlopeId)
                    .ToDictionary(g => g.Key, g => Quantise.Feet(g.Sum(e => e.TrueFeet)))
                : [];
            HashSet<(Guid, Guid)> folds =
            [
                .. edges
                    .Where(e => e.OtherSlopeId is not null && e.Class is not EdgeClass.Step)
                    .Select(e => Pair(e.SlopeId, e.OtherSlopeId!.Value)),
            ];
            last = before = new Solved(plan, shape, edges, eaves, folds);
        }
        return before;
    }

    public static PlannedRoof Of(PlanFact? plan, IEnumerable<DetailFact>? details) => new(plan, details ?? []);

    /// <summary>Whether two plans say the same, whatever memory they lie in.</summary>
    private static bool Same(PlanFact a, PlanFact b) =>
        ReferenceEquals(a, b)
        || (
            a with { Parts = b.Parts, Zones = b.Zones } == b
            && a.Parts.Count == b.Parts.Count
            && a.Zones.Count == b.Zones.Count
            && a.Parts.Zip(b.Parts)
                .All(p => p.First with { Corners = p.Second.Corners } == p.Second && p.First.Corners.SequenceEqual(p.Second.Corners))
            && a.Zones.Zip(b.Zones)
                .All(z => z.First with { Corners = z.Second.Corners } == z.Second && z.First.Corners.SequenceEqual(z.Second.Corners))
        );

    /// <summary>
    /// The slope as it is assessed: the plan gives the way it falls, and the pitch where none was read at the slope itself. A reading stays with its own source.
    /// </summary>
    public SlopeFact Judged(SlopeFact slope) =>
        shape.Facet(slope.Id) is { } facet
            ? slope with
            {
                Facing = facet.Facing,
                Pitch =
                    slope.Pitch.Source == PitchSource.Plan
                        ? TypedPitch.Of(new Pitch(facet.RisePer12).ToTradeText(), PitchSource.Plan)
                        : slope.Pitch,
            }
            : slope;

    /// <summary>Readings that miss the plan's pitch by more than they may be off.</summary>
    public IEnumerable<PitchClash> Clashes(IEnumerable<SlopeFact> slopes) =>
        from slope in slopes
        where slope.Pitch.Source != PitchSource.Plan
        let facet = shape.Facet(slope.Id)
        where facet is not null && plan!.Sized
        where Math.Abs(facet.RisePer12 - slope.Pitch.RisePer12) > Math.Max(LeastClash, Rules.Verdicts.PitchError(slope.Pitch.Source))
        select new PitchClash(
            slope.Id,
            slope.Letter,
            new Pitch(slope.Pitch.RisePer12).ToTradeText(),
            new Pitch(facet.RisePer12).ToTradeText()
        );

    /// <summary>A plan is drawn to whole and half pitches: a quarter in 12 apart is the same roof (common practice).</summary>
    private const double LeastClash = 0.25;

    /// <summary>As the plan measures it, else from what was taped. Null when a dimension is missing: an unknown size is not zero.</summary>
    public SlopeSize? SizeOf(SlopeFact slope)
    {
        if (plan is not { Sized: true } || shape.Facet(slope.Id) is not { } facet)
        {
            return SlopeSize.Of(slope);
        }
        var onRoof = facet.PlanSquareFeet * new Pitch(slope.Pitch.RisePer12).SlopeFactor;
        return new SlopeSize(
            Quantise.Area(facet.PlanSquareFeet),
            Quantise.Area(onRoof),
            Quantise.Area(onRoof / SlopeSize.SquareFeetPerSquare),
            eaves.GetValueOrDefault(slope.Id),
            Quantise.Feet(facet.SlopeFeet)
        );
    }

    /// <summary>Feet from the ground to the lowest of a slope by the plan; null where it is not sized or does not have it.</summary>
    public double? HeightFeet(Guid slopeId) =>
        plan is { Sized: true } && shape.Facet(slopeId) is { LowInches: > 0 } facet ? facet.LowInches / Length.InchesPerFoot : null;

    /// <summary>Feet of eave of a slope by the plan; 0 where it has none or is not sized.</summary>
    public double EaveFeet(Guid slopeId) => eaves.GetValueOrDefault(slopeId);

    /// <summary>
    /// Material by measure for some slopes of the plan; null where it is not sized or does not have all of them. <paramref name="risePer12"/>: they are framed to this
    /// pitch first; their edges are counted as they are now.
    /// </summary>
    public TakeOff? TakeOffOf(
        IReadOnlySet<Guid> slopeIds,
        IReadOnlyList<DetailFact> onPlan,
        IReadOnlyDictionary<Guid, CoveringFamily> families,
        bool relay,
        double? risePer12 = null
    ) =>
        plan is { Sized: true } && slopeIds.All(id => shape.Facet(id) is not null)
            ? TakeOffs.Of(plan, shape, edges, onPlan, families, slopeIds, relay, risePer12)
            : null;

    private static (Guid, Guid) Pair(Guid one, Guid other) => one.CompareTo(other) < 0 ? (one, other) : (other, one);

    /// <summary>Whether two slopes share a ridge, hip, valley or other fold; null where the plan does not have both.</summary>
    public bool? Meet(Guid one, Guid other) =>
        shape.Facet(one) is null || shape.Facet(other) is null ? null : folds.Contains(Pair(one, other));

    /// <summary>Where slopes that are framed to a steeper pitch come to meet those beside; none where the plan is not sized.</summary>
    public IReadOnlyList<NewFold> NewFolds(IReadOnlyCollection<Guid> slopeIds, double risePer12) =>
        plan is { Sized: true } ? Steepening.Of(shape, slopeIds.ToHashSet(), Meet, risePer12) : [];

    /// <summary>The spot of a finding: its own, else its detail's.</summary>
    public Spot? SpotOf(FindingFact finding) =>
        finding.Spot ?? (finding.DetailId is { } id && details.TryGetValue(id, out var spot) ? spot : null);

    /// <summary>
    /// The spot above a place inside, level feet from the inner faces of the outside walls under the slope's eave and at its left end (eave below); null where the plan has
    /// no size or no eave for it.
    /// </summary>
    public Spot? AboveInside(Guid slopeId, double fromEaveWall, double fromLeftWall)
    {
        if (plan is not { Sized: true } || shape.Facet(slopeId) is not { EdgeId: { } edge } facet)
        {
            return null;
        }
        var corners = plan.Parts.First(p => p.Id == facet.PartId).Corners;
        var at = corners.Index().First(c => c.Item.Id == edge).Index;
        var left = corners[(at + corners.Count - 1) % corners.Count];
        return new Spot(
            slopeId,
            Quantise.Feet(left.OverhangInches + WallInches + (fromLeftWall * Length.InchesPerFoot)),
            Quantise.Feet(corners[at].OverhangInches + WallInches + (fromEaveWall * Length.InchesPerFoot))
        );
    }

    /// <summary>A framed outside wall with siding and wallboard (common practice: 2 by 4 studs).</summary>
    private const double WallInches = 5.5;

    /// <summary>Whether a spot lies on its slope; null where the plan does not have that.</summary>
    public bool? IsOn(Spot spot) =>
        plan is null || shape.Facet(spot.SlopeId) is not { } facet ? null : Polygons.Contains(facet.Loop, facet.Frame.Place(spot));

    /// <summary>
    /// Feet of slope, along the roof, whose water passes a spot: from its strip, and what a valley, a higher roof, a wall above or a downspout adds to it. Null where
    /// the plan has no size or the spot lies on no slope.
    /// </summary>
    public double? FeetAbove(Spot? spot)
    {
        if (plan is not { Sized: true } || spot is null || DetailPlaces.Of(shape, Guid.Empty, spot) is not { OnSlope: true } placed)
        {
            return null;
        }
        // On an edge, or on something that stands there, no strip ends: what lies straight above it does.
        return solved.Rain(onPlan).Arriving(spot) is { WidthFeet: > 0 } water
            ? Quantise.Feet(water.PerFoot * new Pitch(shape.Facet(spot.SlopeId)!.RisePer12).SlopeFactor)
            : placed.RidgeFeet;
    }

    /// <summary>
    /// Square feet of roof, and half of the wall above, that drain to a spot; null where the plan has no size or does not have it. <paramref name="gathers"/>: what is
    /// there lies in a valley or along a wall, and takes what that gathers.
    /// </summary>
    public double? SquareFeetAt(Spot spot, bool gathers = false)
    {
        if (plan is not { Sized: true })
        {
            return null;
        }
        var rain = solved.Rain(onPlan);
        var water = (gathers ? rain.GatheredAt(spot, PinInches) : null) ?? rain.Arriving(spot);
        return water?.Area is { } area ? Quantise.Area(area.Total) : null;
    }

    /// <summary>
    /// Whether downspouts, drains and scuppers of a recorded size carry what the plan sends to them in rain of so many inches an hour; null: no rain is known there.
    /// </summary>
    public IReadOnlyList<OutletSize> OutletSizes(double? inchesPerHour) =>
        plan is { Sized: true } && shape.Facets.Count > 0 ? Water.OutletSizes.Of(solved.Rain(onPlan), onPlan, inchesPerHour) : [];

    /// <summary>Square feet on plan of what an outline covers of its slope; null where the plan has no size or does not have the slope.</summary>
    public double? SquareFeetOf(Guid slopeId, IReadOnlyList<PondCorner> outline) =>
        plan is { Sized: true } && shape.Facet(slopeId) is { } facet && outline.Count >= PondSeen.LeastCorners
            ? Polygons.CoveredArea(
                facet.Loop,
                [
                    [.. outline.Select(c => facet.Frame.Place(new Spot(slopeId, c.Along, c.Up)))],
                ]
            ) / (Length.InchesPerFoot * Length.InchesPerFoot)
            : null;

    /// <summary>Square feet on plan of a slope; null where the plan has no size or does not have it.</summary>
    public double? PlanSquareFeet(Guid slopeId) => plan is { Sized: true } ? shape.Facet(slopeId)?.PlanSquareFeet : null;

    /// <summary>A pin is put by eye, good to about three feet.</summary>
    private const double PinInches = 36;

    /// <summary>
    /// What lies under a place: a zone of the plan drawn there, else what was recorded of the slope, else what the plan has under that part. Null where
    /// nobody has said.
    /// </summary>
    public Under? UnderAt(Spot? spot, SlopeFact? slope)
    {
        if (spot is not null && shape.Facet(spot.SlopeId) is { } at)
        {
            var place = at.Frame.Place(spot);
            foreach (var zone in plan!.Zones)
            {
                if (Polygons.Contains([.. zone.Corners.Select(c => new PlanPoint(c.X, c.Y))], place))
                {
                    return zone.Under;
                }
            }
        }
        return slope?.Under
            ?? (slope is not null && shape.Facet(slope.Id) is { } facet ? plan!.Parts.First(p => p.Id == facet.PartId).Under : null);
    }
}
