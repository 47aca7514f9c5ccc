using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Water;

[JsonConverter(typeof(CamelCaseEnum<GutterShape>))]
public enum GutterShape
{
    KStyle,
    HalfRound,
    Box,
}

/// <summary>A gutter: its top width and, for a box, its depth in inches; fall in inches to ten feet; its length to the outlet in feet (level ones only).</summary>
public sealed record GutterSize(
    GutterShape Shape,
    double WidthInches,
    double? DepthInches = null,
    double FallInchesIn10Feet = 0,
    double? LengthFeet = null
);

/// <summary>A downspout's inside; head: water over its opening, inches.</summary>
public sealed record DownspoutSize(double WidthInches, double DepthInches, double HeadInches = 2.5);

public sealed record ScupperSize(double WidthInches, double HeightInches, double HeadInches);

public sealed record DrainSize(double BowlInches, double PipeInches, double SumpInches, double HeadInches);

/// <summary>A valley over a gutter: pitch of its slopes, fall from its end to the gutter's front lip, the gutter's width and how far the shingles overhang it.</summary>
public sealed record ValleySize(double RisePer12, double FallInches, double GutterInches, double OverhangInches);

/// <summary>Standing water: its area, deepest and mean depth. What makes it worse as was seen.</summary>
public sealed record PondSize(
    double SquareFeet,
    double DeepestInches,
    double? AverageInches = null,
    double? SlopeSquareFeet = null,
    double? RisePer12 = null,
    bool DeeperThanBefore = false,
    bool OverflowBlocked = false,
    bool DeckSags = false,
    bool NewEquipmentNear = false
);

/// <summary>Asks whether what carries the water away carries it. The flow is given, or made of an area and rain.</summary>
public sealed record DrainageRequest(
    double? Gpm = null,
    double? SquareFeet = null,
    double? InchesPerHour = null,
    GutterSize? Gutter = null,
    DownspoutSize? Downspout = null,
    ScupperSize? Scupper = null,
    DrainSize? Drain = null,
    ValleySize? Valley = null,
    PondSize? Pond = null
);

/// <summary>
/// One thing that carries water: gallons a minute, the share of it that is used (null without a flow), square feet that it serves at that rain
/// (null without rain), and the finding in a sentence.
/// </summary>
public sealed record DrainageShare(string Part, double CapacityGpm, double? Share, double? ServesSquareFeet, bool Enough, string Words);

/// <summary>Weight of standing water, and why nobody should add to it.</summary>
public sealed record PondAnswer(double Pounds, double? ShareOfSlope, bool AskEngineer, IReadOnlyList<string> Reasons, string Words);

public sealed record DrainageAnswer(
    double? Gpm,
    IReadOnlyList<DrainageShare> Parts,
    ValleyJet? Jet,
    string JetWords,
    PondAnswer? Pond,
    IReadOnlyList<string> Leads
);

/// <summary>Whether gutters, downspouts, scuppers and drains carry what arrives, and where to lead it if they do not.</summary>
public static class Drainages
{
    private const double FullShare = 1;

    public static DrainageAnswer Of(DrainageRequest request)
    {
        var gpm = request.Gpm ?? (request is { SquareFeet: { } area, InchesPerHour: { } rain } ? Hydraulics.RainGpm(area, rain) : null);
        var parts = new List<DrainageShare>();
        if (request.Gutter is { } gutter)
        {
            var clear = GutterGpm(gutter);
            parts.Add(Part(gutter.FallInchesIn10Feet > 0 ? "Gutter, sloped" : "Gutter, level", clear, gpm, request.InchesPerHour));
            parts.Add(Part("Gutter with leaves and granules in it", clear * Hydraulics.DebrisShare, gpm, request.InchesPerHour));
        }
        if (request.Downspout is { } spout)
        {
            var opening = Hydraulics.DownspoutGpm(spout.WidthInches, spout.DepthInches, spout.HeadInches);
            // Two ways of the trade differ here: both are shown, the lower one counts.
            var rule = request.InchesPerHour is { } at
                ? Hydraulics.RainGpm(Hydraulics.DownspoutSquareFeet(spout.WidthInches, spout.DepthInches), at)
                : opening;
            parts.Add(Part("Downspout, by its opening", opening, gpm, request.InchesPerHour));
            parts.Add(Part("Downspout, by 1 sq in for 100 sq ft", rule, gpm, request.InchesPerHour));
        }
        if (request.Scupper is { } scupper)
        {
            parts.Add(
                Part(
                    scupper.HeadInches < scupper.HeightInches ? "Scupper, water below its top" : "Scupper, under water",
                    Hydraulics.ScupperGpm(scupper.WidthInches, scupper.HeightInches, scupper.HeadInches),
                    gpm,
                    request.InchesPerHour
                )
            );
        }
        if (request.Drain is { } drain)
        {
            parts.Add(
                Part(
                    "Roof drain",
                    Hydraulics.DrainGpm(drain.BowlInches, drain.PipeInches, drain.SumpInches, drain.HeadInches),
                    gpm,
                    request.InchesPerHour
                )
            );
        }
        var jet =
            request.Valley is { } valley && gpm is { } flow and > 0
                ? Hydraulics.ValleyJet(valley.RisePer12, flow, valley.FallInches, valley.GutterInches, valley.OverhangInches)
                : null;
        return new DrainageAnswer(
            gpm is { } known ? Quantise.Measure(known) : null,
            parts,
            jet is null ? null : Rounded(jet),
            jet is null ? "" : JetWords(jet),
            request.Pond is { } pond ? OfPond(pond) : null,
            Leads(parts, jet)
        );
    }

    /// <summary>Gallons a minute that a gutter carries running full: by Manning where it falls, with flow growing along it where it is level.</summary>
    public static double GutterGpm(GutterSize gutter)
    {
        var fall = gutter.FallInchesIn10Feet / 120;
        if (fall > 0)
        {
            return gutter.Shape switch
            {
                GutterShape.KStyle => Hydraulics.KStyleGpm(gutter.WidthInches, fall),
                GutterShape.HalfRound => Hydraulics.HalfRoundGpm(gutter.WidthInches, fall),
                _ => Hydraulics.BoxGpm(gutter.WidthInches, gutter.DepthInches ?? gutter.WidthInches, fall),
            };
        }
        // A rectangle of the same depth and area stands for the shape.
        var (width, depth) = gutter.Shape switch
        {
            GutterShape.KStyle => (KStyleMeanShare * gutter.WidthInches, Hydraulics.KDepthShare * gutter.WidthInches),
            GutterShape.HalfRound => (Math.PI / 4 * gutter.WidthInches, gutter.WidthInches / 2),
            _ => (gutter.WidthInches, gutter.DepthInches ?? gutter.WidthInches),
        };
        return Hydraulics.LevelGpm(width, depth, gutter.LengthFeet ?? 0);
    }

    private const double KStyleMeanShare = 0.83;

    private static DrainageShare Part(string name, double capacity, double? gpm, double? rain)
    {
        var share = gpm / capacity;
        var enough = share is not > FullShare;
        var serves = rain is > 0 ? capacity * Hydraulics.SquareFeetPerGpm / rain : null;
        var carries = $"{name}: carries {RainWords.Number(capacity)} gal/min";
        var words =
            share is not { } used ? $"{carries}."
            : enough ? $"{carries}; {used * 100:0}% of it is used."
            : $"{carries}; {RainWords.Number(gpm!.Value)} gal/min arrive, {RainWords.Number(gpm.Value - capacity)} too much.";
        return new DrainageShare(
            name,
            Quantise.Measure(capacity),
            share is { } s ? Quantise.Factor(s) : null,
            serves is { } square ? Quantise.Area(square) : null,
            enough,
            words
        );
    }

    private static ValleyJet Rounded(ValleyJet jet) =>
        new(
            Quantise.Measure(jet.DepthInches),
            Quantise.Measure(jet.FeetPerSecond),
            Quantise.Measure(jet.LandsInches),
            Quantise.Measure(jet.TopLandsInches),
            Quantise.Measure(jet.ReachInches)
        );

    private static string JetWords(ValleyJet jet)
    {
        var lands =
            $"The valley’s stream lands {RainWords.Number(jet.TopLandsInches)} in out; the gutter reaches {RainWords.Number(jet.ReachInches)} in";
        return jet.CanOvershoot
            ? $"{lands}: it can overshoot the gutter, whatever the gutter carries."
            : $"{lands}. Splash, wind and leaves are not in this figure.";
    }

    /// <summary>Water this deep is a load nobody adds to before an engineer has looked (from memory), inches.</summary>
    private const double DeepInches = 2;

    /// <summary>Below this slope a membrane roof drains by luck (building codes ask ¼:12 of new ones).</summary>
    private const double LeastRise = 0.25;

    /// <summary>A birdbath on a dead flat roof is a matter for the roofer; from this depth on a slope that flat it is one for an engineer (from memory), inches.</summary>
    private const double FlatInches = 1;

    internal static PondAnswer OfPond(PondSize pond)
    {
        // Where only the deepest place was measured, a dish holds half of it on average.
        var pounds = Hydraulics.PondPounds(pond.SquareFeet, pond.AverageInches ?? pond.DeepestInches / 2);
        List<string> reasons =
        [
            .. Given(pond.DeepestInches >= DeepInches, $"water {RainWords.Number(pond.DeepestInches)} in deep"),
            .. Given(pond.DeeperThanBefore, "deeper than at the last visit"),
            .. Given(pond.RisePer12 is < LeastRise && pond.DeepestInches >= FlatInches, "slope under 1/4:12"),
            .. Given(pond.OverflowBlocked, "overflow missing or blocked"),
            .. Given(pond.DeckSags, "deck sags"),
            .. Given(pond.NewEquipmentNear, "new equipment near"),
        ];
        var share = pond.SlopeSquareFeet is > 0 ? pond.SquareFeet / pond.SlopeSquareFeet : null;
        var weight = $"About {RainWords.Number(pounds)} lb of water on {RainWords.Number(pond.SquareFeet)} sq ft";
        return new PondAnswer(
            Quantise.Money(pounds),
            share is { } part ? Quantise.Factor(part) : null,
            reasons.Count > 0,
            reasons,
            reasons.Count > 0
                ? $"{weight}: {string.Join(", ", reasons)}. Have a structural engineer look; add no load and do no water test before."
                : $"{weight}. The weight bends the deck, and the bend holds more water."
        );
    }

    private static IEnumerable<string> Given(bool holds, string words) => holds ? [words] : [];

    private static IReadOnlyList<string> Leads(List<DrainageShare> parts, ValleyJet? jet)
    {
        bool Short(string name) => parts.Exists(p => !p.Enough && p.Part.StartsWith(name, StringComparison.Ordinal));
        return
        [
            .. Given(Short("Downspout"), "Add a downspout, or a larger one, outside the wall."),
            .. Given(Short("Gutter,"), "Install a wider gutter, or another outlet that halves the run."),
            .. Given(Short("Gutter with") && !Short("Gutter,"), "Keep the gutter clean: with leaves in it, it is too small."),
            .. Given(Short("Scupper"), "Add a scupper, or lower its sill if it stands above the roof."),
            .. Given(Short("Roof drain"), "Add a drain, and check that the overflow works."),
            .. Given(
                jet?.CanOvershoot ?? false,
                "Raise the gutter’s front at the valley with a splash guard, or break the stream above it."
            ),
        ];
    }
}
