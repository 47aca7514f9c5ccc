using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>A line of the take-off: what, how much in which unit, and how it was calculated.</summary>
public sealed record TakeOffLine(string Key, string Item, double Amount, string Unit, string Basis)
{
    /// <summary>With the unit as one says it with the amount: one sheet, two sheets.</summary>
    public static TakeOffLine Of(string key, string item, double amount, string units, string basis) =>
        new(key, item, amount, amount == 1 ? One(units) : units, basis);

    /// <summary>The unit of one: a sheet, a patch, a ft.</summary>
    public static string One(string units) =>
        units.EndsWith("ches", StringComparison.Ordinal) ? units[..^2]
        : units.EndsWith('s') ? units[..^1]
        : units;

    /// <summary>The unit of several, of one or of several: sheets, patches, ft.</summary>
    public static string Many(string unit) =>
        unit is "ft" or "ft²" or "gal" or "each" || unit.EndsWith('s') ? unit
        : unit.EndsWith("ch", StringComparison.Ordinal) ? $"{unit}es"
        : $"{unit}s";
}

/// <summary>Material by measure (methods, section 2); <paramref name="WastePercent"/> with its reason. Planning figures, never an order.</summary>
public sealed record TakeOff(
    IReadOnlyList<TakeOffLine> Steep,
    IReadOnlyList<TakeOffLine> LowSlope,
    double WastePercent,
    string WasteReason
);

/// <summary>Steep slopes are listed with starter, caps and laps; low ones with parapets, flashings and what pierces them.</summary>
public static class TakeOffs
{
    /// <summary>Drip edge comes in lengths of 10 ft (common practice) and laps 2 in (IRC 2021 R905.2.8.5).</summary>
    private const double DripPieceInches = 120;

    private const double DripLapInches = 2;

    /// <summary>Ends of many runs are cut off (common practice).</summary>
    private const double DripWaste = 0.05;

    /// <summary>Feet to a bundle of starter and of caps (common practice; the label wins).</summary>
    private const double StarterBundleFeet = 100;

    private const double CapBundleFeet = 25;

    /// <summary>Tile of 12 in cover at 13 1/2 in exposure, where nobody has measured it (common practice).</summary>
    private const double TileCoverInches = 12;

    private const double TileExposureInches = 13.5;

    /// <summary>Of lifted tile a tenth breaks, and ten are kept as spares (common practice).</summary>
    private const double TileBreakage = 0.1;

    private const double TileSpare = 10;

    /// <summary>A roll of No. 30 felt, square feet net, and what is lost to cuts (common practice).</summary>
    private const double FeltRollSquareFeet = 200;

    private const double FeltWaste = 0.05;

    /// <summary>Self-adhered membrane, 36 in wide.</summary>
    private const double BarrierRollFeet = 66;

    /// <summary>Bundles to a square of common strip shingles (common practice).</summary>
    internal const double BundlesPerSquare = 3;

    /// <summary>Below this a slope without a recorded covering is taken for a low one, rise in 12 (IRC 2021 R905.2.2).</summary>
    private const double LowBelowRise = 2;

    /// <summary>Below this, underlayment is doubled under shingles and tile (IRC 2021 R905.1.1).</summary>
    private const double DoubledBelowRise = 4;

    /// <summary>How far base flashing is turned up where a parapet is higher, inches (common practice: 8 in at least).</summary>
    private const double BaseFlashingInches = 8;

    /// <summary>Feet of hips and valleys to a square, and the waste that goes with it, percent (common practice: a plain gable 10, a hip roof 15).</summary>
    internal static readonly (double CutFeet, double Percent, string Words)[] Waste =
    [
        (1, 10, "plain slopes with few cuts"),
        (4, 12, "a few hips or valleys"),
        (9, 15, "hips or valleys all around"),
        (double.PositiveInfinity, 18, "cut up"),
    ];

    public static TakeOff Of(
        PlanFact plan,
        PlanShape shape,
        IReadOnlyList<PlanEdge> edges,
        IReadOnlyList<DetailFact> details,
        IReadOnlyDictionary<Guid, CoveringFamily> families,
        IReadOnlySet<Guid>? only = null,
        bool relay = false,
        double? risePer12 = null
    )
    {
        var facets = shape.Facets.Where(f => only?.Contains(f.SlopeId) != false).Select(f => Framed(f, risePer12)).ToList();
        var byPitch = facets.ToLookup(f => IsLow(f, families));
        var (low, steep) = (byPitch[true].ToList(), byPitch[false].ToList());
        var (percent, reason) = WasteOf(steep, edges);
        return new TakeOff(
            steep.Count == 0 ? []
                : relay ? Relay(steep, edges)
                : Steep(plan, shape, steep, edges, details, percent, families),
            low.Count == 0 ? [] : LowSlope(low, edges, details),
            steep.Count == 0 ? 0 : percent,
            steep.Count == 0 ? "" : reason
        );
    }

    private static PlanFacet Framed(PlanFacet facet, double? risePer12)
    {
        if (risePer12 is not { } rise)
        {
            return facet;
        }
        var area = facet.PlanSquareFeet * new Pitch(rise).SlopeFactor;
        return facet with { RisePer12 = rise, TrueSquareFeet = area, Squares = area / SlopeSize.SquareFeetPerSquare };
    }

    private static bool IsLow(PlanFacet facet, IReadOnlyDictionary<Guid, CoveringFamily> families) =>
        families.TryGetValue(facet.SlopeId, out var family) ? family == CoveringFamily.Membrane : facet.RisePer12 < LowBelowRise;

    private static (double Percent, string Reason) WasteOf(List<PlanFacet> slopes, IReadOnlyList<PlanEdge> edges)
    {
        var squares = slopes.Sum(f => f.Squares);
        var cuts = Feet(slopes, edges, EdgeClass.Hip) + Feet(slopes, edges, EdgeClass.Valley);
        var rate = squares > 0 ? cuts / squares : 0;
        var (_, percent, words) = Waste.First(w => rate <= w.CutFeet);
        return (percent, $"{words}: {cuts:0} ft of hips and valleys on {squares:0.0} squares");
    }

    private static List<TakeOffLine> Steep(
        PlanFact plan,
        PlanShape shape,
        List<PlanFacet> slopes,
        IReadOnlyList<PlanEdge> edges,
        IReadOnlyList<DetailFact> details,
        double waste,
        IReadOnlyDictionary<Guid, CoveringFamily> families
    )
    {
        var squares = slopes.Sum(f => f.Squares);
        List<PlanFacet> Of(params CoveringFamily[] wanted) =>
            [.. slopes.Where(f => wanted.Contains(families.GetValueOrDefault(f.SlopeId)))];
        var (shingled, tiled) = (Of(CoveringFamily.Asphalt), Of(CoveringFamily.Tile));
        var started = Of(CoveringFamily.Asphalt, CoveringFamily.Wood, CoveringFamily.Slate);
        var starter = Feet(started, edges, EdgeClass.Eave) + Feet(started, edges, EdgeClass.Rake);
        var boots = details.Count(d => d.Kind == DetailKind.Boot && slopes.Exists(f => f.SlopeId == d.Spot.SlopeId));
        var (eaves, rakes) = (Feet(slopes, edges, EdgeClass.Eave), Feet(slopes, edges, EdgeClass.Rake));
        var (ridges, hips) = (Feet(slopes, edges, EdgeClass.Ridge), Feet(slopes, edges, EdgeClass.Hip));
        var covering = squares * (1 + (waste / 100));
        var drip = (eaves + rakes) * Length.InchesPerFoot;
        var pieces = drip > 0 ? Math.Ceiling(((drip * (1 + DripWaste)) - DripLapInches) / (DripPieceInches - DripLapInches)) : 0;
        var doubled = slopes
            .Where(f => f.RisePer12 < DoubledBelowRise && families.GetValueOrDefault(f.SlopeId) != CoveringFamily.Metal)
            .ToList();
        var underlayment = slopes.Sum(f => f.Squares) + doubled.Sum(f => f.Squares);
        var lines = new List<TakeOffLine>
        {
            Line("covering", "Covering", covering, "squares", $"{squares:0.0} squares and {waste:0}% waste"),
            Line(
                "bundles",
                "Bundles, strip shingles",
                Math.Ceiling(shingled.Sum(f => f.Squares) * (1 + (waste / 100)) * BundlesPerSquare),
                "bundles",
                "3 to a square; the label wins"
            ),
            Line("starter", "Starter", starter, "ft", $"eaves and rakes, {Bundles(starter, StarterBundleFeet)}"),
            Line("bird-stop", "Bird stop", Feet(tiled, edges, EdgeClass.Eave), "ft", "eaves under tile"),
            Line(
                "caps",
                "Ridge and hip caps",
                ridges + hips,
                "ft",
                $"{RidgesAndHips(ridges, hips)}{(shingled.Count > 0 ? $", {Bundles(ridges + hips, CapBundleFeet)}" : "")}"
            ),
            Line(
                "drip-edge",
                "Drip edge",
                pieces * DripPieceInches / Length.InchesPerFoot,
                "ft",
                $"{pieces:0} lengths of 10 ft, lapped 2 in, 5% waste"
            ),
            Line("valleys", "Valley lining", Feet(slopes, edges, EdgeClass.Valley), "ft", "true length of the valleys"),
            Line("step-flashing", "Step flashing", Feet(slopes, edges, EdgeClass.Sidewall), "ft", "side walls, true length"),
            Line(
                "apron-flashing",
                "Head and step walls",
                Feet(slopes, edges, EdgeClass.Headwall) + Feet(slopes, edges, EdgeClass.Step),
                "ft",
                "walls over the top of a slope"
            ),
            Line(
                "underlayment",
                "Underlayment",
                underlayment,
                "squares",
                doubled.Count == 0 ? "one layer" : $"doubled on {doubled.Count} {(doubled.Count == 1 ? "slope" : "slopes")} under 4:12"
            ),
            Line("boots", "Pipe boots", boots, "pieces", "on the plan"),
        };
        lines.AddRange(IceBarrier(plan, shape, slopes, edges));
        return [.. lines.Where(l => l.Amount > 0)];
    }

    /// <summary>Tile is lifted and laid again over two layers of underlayment; what breaks is replaced.</summary>
    private static IReadOnlyList<TakeOffLine> Relay(List<PlanFacet> slopes, IReadOnlyList<PlanEdge> edges)
    {
        var area = slopes.Sum(f => f.TrueSquareFeet);
        var tiles = Math.Ceiling(area * 144 / (TileCoverInches * TileExposureInches));
        var (ridges, hips) = (Feet(slopes, edges, EdgeClass.Ridge), Feet(slopes, edges, EdgeClass.Hip));
        List<TakeOffLine> lines =
        [
            Line("lifted", "Tile to lift and relay", tiles, "tiles", "12 in cover at 13 1/2 in exposure, assumed: measure a tile"),
            Line("new-tile", "Matching tile", Math.Ceiling(tiles * TileBreakage) + TileSpare, "tiles", "10% breakage and 10 to spare"),
            Line(
                "felt",
                "Underlayment, two layers",
                Math.Ceiling(2 * area * (1 + FeltWaste) / FeltRollSquareFeet),
                "rolls",
                "No. 30 felt of 200 ft² net, 5% waste"
            ),
            Line(
                "battens",
                "Battens, where the tile hangs on them",
                area * Length.InchesPerFoot / TileExposureInches,
                "ft",
                "one to a course"
            ),
            Line("bird-stop", "Bird stop", Feet(slopes, edges, EdgeClass.Eave), "ft", "eaves"),
            Line("ridge-bed", "Mortar or foam at ridges and hips", ridges + hips, "ft", RidgesAndHips(ridges, hips)),
            Line("valleys", "Valley lining", Feet(slopes, edges, EdgeClass.Valley), "ft", "true length of the valleys"),
            Line("edge", "Edge metal", Feet(slopes, edges, EdgeClass.Eave) + Feet(slopes, edges, EdgeClass.Rake), "ft", "eaves and rakes"),
        ];
        return [.. lines.Where(l => l.Amount > 0)];
    }

    private static IEnumerable<TakeOffLine> IceBarrier(
        PlanFact plan,
        PlanShape shape,
        List<PlanFacet> slopes,
        IReadOnlyList<PlanEdge> edges
    )
    {
        var asked = IceReaches.CoursesAsked(plan, shape, edges);
        var laid = slopes
            .Where(f => asked.ContainsKey(f.SlopeId))
            .Select(f => (Feet: Feet([f], edges, EdgeClass.Eave), Courses: asked[f.SlopeId]))
            .Where(l => l.Feet > 0)
            .ToList();
        if (laid.Count > 0)
        {
            var width = IceReaches.RollInches / Length.InchesPerFoot;
            var courses = string.Join(
                ", ",
                laid.GroupBy(l => l.Courses).OrderBy(g => g.Key).Select(g => $"{g.Sum(l => l.Feet):0.0} ft in {g.Key} courses")
            );
            yield return Line(
                "ice-barrier",
                "Ice barrier",
                laid.Sum(l => l.Feet * l.Courses * width),
                "ft²",
                $"{courses} of 36 in, lapped; {Rolls(laid.Sum(l => l.Feet * l.Courses))} of 66 ft with 5% waste"
            );
        }
    }

    private static string Rolls(double feet) =>
        Math.Ceiling((feet * (1 + FeltWaste) / BarrierRollFeet) - 1e-9) is var rolls && rolls > 1 ? $"{rolls:0} rolls" : "1 roll";

    private static List<TakeOffLine> LowSlope(List<PlanFacet> slopes, IReadOnlyList<PlanEdge> edges, IReadOnlyList<DetailFact> details)
    {
        var on = details.Where(d => slopes.Any(f => f.SlopeId == d.Spot.SlopeId)).ToList();
        var border = edges.Where(e => slopes.Any(f => f.SlopeId == e.SlopeId)).ToList();
        var parapets = border.Where(e => e.ParapetInches > 0).ToList();
        var walls = border.Where(e => e.Class is EdgeClass.Headwall or EdgeClass.Sidewall or EdgeClass.Step).ToList();
        var curbs = on.Where(d => d.Kind is DetailKind.Curb or DetailKind.Skylight or DetailKind.Chimney or DetailKind.Hatch).ToList();
        var sized = curbs.Where(d => d is { WidthInches: > 0, LengthInches: > 0 }).ToList();
        var curbFeet = sized.Sum(d => 2 * (d.WidthInches!.Value + d.LengthInches!.Value)) / Length.InchesPerFoot;
        var curbArea = sized.Sum(d => d.WidthInches!.Value * d.LengthInches!.Value) / 144;
        var area = slopes.Sum(f => f.TrueSquareFeet) - curbArea;
        var parapetFeet = parapets.Sum(e => e.TrueFeet);
        var flashing =
            parapets.Sum(e => e.TrueFeet * Math.Min(e.ParapetInches, BaseFlashingInches))
            + walls.Sum(e => e.TrueFeet * BaseFlashingInches)
            + (curbFeet * BaseFlashingInches);
        int Count(string kind) => on.Count(d => d.Kind == kind);
        List<TakeOffLine> lines =
        [
            Line("membrane", "Membrane", area, "ft²", "true area less curbs; laps and turn-ups come on top"),
            Line("insulation", "Insulation and cover board", area, "ft²", "of each layer"),
            Line("parapet", "Parapet", parapetFeet, "ft", Heights(parapets)),
            Line("coping", "Coping", parapetFeet, "ft", "along the parapets"),
            Line(
                "base-flashing",
                "Base flashing",
                flashing / Length.InchesPerFoot,
                "ft²",
                "8 in up parapets, walls and curbs, or the parapet's height"
            ),
            Line("termination-bar", "Termination bar", parapetFeet + walls.Sum(e => e.TrueFeet), "ft", "parapets and walls"),
            Line(
                "edge-metal",
                "Edge metal",
                border.Where(e => e.OtherSlopeId is null && e.ParapetInches == 0).Sum(e => e.TrueFeet),
                "ft",
                "free edges without a parapet"
            ),
            Line("curbs", "Curbs", curbs.Count, "pieces", Perimeter(curbs.Count - sized.Count, curbFeet)),
            Line(
                "pipes",
                "Pipes",
                Count(DetailKind.Boot) + Count(DetailKind.Flue) + Count(DetailKind.Vent) + Count(DetailKind.SunTunnel),
                "pieces",
                "boots, flues, vents and sun tunnels on the plan"
            ),
            Line("pitch-pans", "Pitch pans", Count(DetailKind.PitchPan), "pieces", "on the plan"),
            Line("drains", "Drains", Count(DetailKind.Drain), "pieces", "on the plan"),
            Line("scuppers", "Scuppers", Count(DetailKind.Scupper), "pieces", "on the plan"),
        ];
        return [.. lines.Where(l => l.Amount > 0)];
    }

    private static string Heights(List<PlanEdge> parapets) =>
        parapets.Count == 0
            ? ""
            : $"height {new Length(parapets.Min(e => e.ParapetInches)).ToTradeText()} to {new Length(parapets.Max(e => e.ParapetInches)).ToTradeText()}";

    private static string Perimeter(int unsized, double feet) =>
        unsized == 0 ? $"perimeter {feet:0.0} ft" : $"perimeter {feet:0.0} ft; {unsized} without a size";

    /// <summary>A fold is listed once; it is renewed whole with either of its slopes.</summary>
    private static double Feet(List<PlanFacet> slopes, IReadOnlyList<PlanEdge> edges, EdgeClass of)
    {
        var on = slopes.Select(f => f.SlopeId).ToHashSet();
        var fold = of is EdgeClass.Ridge or EdgeClass.Hip or EdgeClass.Valley;
        return edges
            .Where(e => e.Class == of && (on.Contains(e.SlopeId) || (fold && e.OtherSlopeId is { } other && on.Contains(other))))
            .Sum(e => e.TrueFeet);
    }

    private static string Bundles(double feet, double each) =>
        Math.Ceiling(feet / each) is var bundles && bundles > 1 ? $"{bundles:0} bundles of {each:0} ft" : $"1 bundle of {each:0} ft";

    private static string RidgesAndHips(double ridges, double hips) =>
        hips == 0 ? "ridges"
        : ridges == 0 ? "hips"
        : $"ridges {ridges:0.0} ft and hips {hips:0.0} ft";

    private static TakeOffLine Line(string key, string item, double amount, string unit, string basis) =>
        TakeOffLine.Of(key, item, Quantise.Area(amount), unit, basis);
}
