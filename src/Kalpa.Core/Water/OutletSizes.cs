using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Water;

/// <summary>What arrives at a downspout, drain or scupper of a plan; of a downspout also the most that its gutter brings from one side, and how far it comes.</summary>
internal sealed record CarriedWater(DetailFact Detail, WaterArea Area, double HeaviestSquareFeet, double HeaviestFeet)
{
    public double SquareFeet => Area.Total;
}

/// <summary>
/// Whether a downspout with its gutter, a drain or a scupper of the recorded size carries what drains to it. <paramref name="Share"/>: of what it carries, at the rain
/// given; without rain a downspout's by the trade's rule, and null of what no rule sizes. <paramref name="Leads"/>: what would carry it, with sizes.
/// </summary>
public sealed record OutletSize(
    Guid DetailId,
    Guid SlopeId,
    string Name,
    double SquareFeet,
    bool Enough,
    string Words,
    IReadOnlyList<string> Leads,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Gpm = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Share = null
)
{
    /// <summary>The same without its name.</summary>
    [JsonIgnore]
    public string Told => Words[(Name.Length + ": ".Length)..];
}

/// <summary>Sizes of gutters, downspouts, drains and scuppers against the water that the plan sends to them.</summary>
public static class OutletSizes
{
    /// <summary>Water over a downspout's opening in a gutter that is all but full, inches (from memory).</summary>
    private const double DownspoutHead = 2.5;

    /// <summary>Water over a roof drain when its overflow begins to run, inches (IRC R903.4.1: the overflow's inlet stands 2 in above the low point).</summary>
    private const double DrainHead = 2;

    /// <summary>Downspouts that are sold everywhere, inches (common practice).</summary>
    private static readonly (double Wide, double Deep)[] Downspouts = [(2, 3), (3, 4), (4, 5)];

    /// <summary>Widths of gutters that are sold everywhere, inches (common practice).</summary>
    private static readonly double[] GutterWidths = [5, 6, 7, 8];

    private const double WidestScupper = 48;

    /// <summary>Nobody builds an outlet that takes a twentieth of its water: the size was typed wrong.</summary>
    private const double FarTooSmall = 20;

    /// <summary>Francis' contractions take more than they give once water stands three widths high: a slot carries at least what it does then.</summary>
    private static double ScupperGpm(double wide, double high) => Hydraulics.ScupperGpm(wide, high, Math.Min(high, 3 * wide));

    /// <summary>Every outlet of the plan whose size is recorded.</summary>
    internal static IReadOnlyList<OutletSize> Of(RainMap rain, IReadOnlyList<DetailFact> details, double? inchesPerHour)
    {
        if (!details.Any(IsSized))
        {
            return [];
        }
        var carried = rain.Carried().ToList();
        return
        [
            .. from detail in details
            where IsSized(detail)
            let overflow = OverflowOf(detail, details, carried)
            // An overflow has no water of its own while the drains run.
            let water = carried.Find(c => c.Detail.Id == detail.Id)
                ?? (overflow is null ? null : new CarriedWater(detail, new WaterArea(0, 0), 0, 0))
            where water is not null
            select Of(water, DetailNames.Of(detail, details), inchesPerHour, overflow),
        ];
    }

    /// <summary>Scuppers of a slope that has drains, and all of the water that comes to them when the drains clog.</summary>
    private sealed record Overflow(IReadOnlyList<DetailFact> Scuppers, double SquareFeet)
    {
        public double Carries => Scuppers.Sum(s => ScupperGpm(s.WidthInches!.Value, s.HeightInches!.Value));
    }

    private static Overflow? OverflowOf(DetailFact scupper, IReadOnlyList<DetailFact> details, List<CarriedWater> carried)
    {
        if (scupper.Kind != DetailKind.Scupper)
        {
            return null;
        }
        bool Here(DetailFact d, string kind) => d.Kind == kind && d.Spot.SlopeId == scupper.Spot.SlopeId;
        var drained = carried.Where(c => Here(c.Detail, DetailKind.Drain)).Sum(c => c.SquareFeet);
        return drained > 0
            ? new Overflow(
                [.. details.Where(d => Here(d, DetailKind.Scupper) && IsSized(d))],
                drained + carried.Where(c => Here(c.Detail, DetailKind.Scupper)).Sum(c => c.SquareFeet)
            )
            : null;
    }

    private static bool IsSized(DetailFact detail) =>
        detail switch
        {
            { Kind: DetailKind.Downspout, WidthInches: not null, LengthInches: not null } => true,
            { Kind: DetailKind.Downspout, Gutter: not null } => true,
            { Kind: DetailKind.Scupper, WidthInches: not null, HeightInches: not null } => true,
            { Kind: DetailKind.Drain, WidthInches: not null, PipeInches: not null } => true,
            _ => false,
        };

    /// <summary>One part of an outlet: what it is, what it carries and what comes, in gal/min (square feet where no rain is known), and what would carry it.</summary>
    private sealed record Part(string Name, double Carries, double Arrives, string Unit, Func<string> Lead)
    {
        public double Share => Arrives / Carries;

        /// <summary>In words of its own, where it is no part of the outlet's.</summary>
        public string? Told { get; init; }

        public string Words => Told ?? $"its {Name} carries {RainWords.Number(Carries)}{Unit}";
    }

    private static OutletSize Of(CarriedWater water, string name, double? rain, Overflow? overflow)
    {
        var detail = water.Detail;
        var parts = detail.Kind switch
        {
            DetailKind.Downspout => [.. Downspout(water, rain), .. Gutter(water, rain)],
            DetailKind.Scupper when rain is { } inches => [.. Scupper(water, inches), .. OfOverflow(water.Detail, overflow, inches)],
            DetailKind.Drain when rain is { } inches => [Drain(water, inches)],
            _ => new List<Part>(),
        };
        var tight = parts.Where(p => p.Share > 1).ToList();
        var gpm = rain is { } at ? Hydraulics.RainGpm(water.SquareFeet, at) : (double?)null;
        var roof = $"{RainWords.Number(water.Area.RoofSquareFeet)} sq ft of roof";
        var drains =
            water.Area.WallSquareFeet > 0
                ? $"{roof} and {RainWords.Number(water.Area.WallSquareFeet)} sq ft of wall (half of it) drain to it"
                : $"{roof} drains to it";
        var arrives = gpm is { } flow
            ? $"{drains}, {RainWords.Number(flow)} gal/min in rain of {RainWords.Number(rain!.Value)} in/h"
            : drains;
        List<string> said = [.. water.SquareFeet > 0 ? [arrives] : Array.Empty<string>(), .. parts.Select(p => p.Words)];
        return new OutletSize(
            detail.Id,
            detail.Spot.SlopeId,
            name,
            Quantise.Area(water.SquareFeet),
            tight.Count == 0,
            $"{name}: {(said.Count > 0 ? string.Join("; ", said) : "no rain is known to check it by")}.",
            tight.Exists(p => p.Share > FarTooSmall)
                ? ["Check the size that is recorded: it carries almost none of what arrives."]
                : [.. tight.Select(p => p.Lead())],
            gpm is { } known ? Quantise.Measure(known) : null,
            parts.Count > 0 ? Quantise.Factor(parts.Max(p => p.Share)) : null
        );
    }

    private static IEnumerable<Part> Downspout(CarriedWater water, double? rain)
    {
        if (water.Detail is not { WidthInches: { } wide, LengthInches: { } deep })
        {
            yield break;
        }
        // By rain where it is known; else by the trade's rule, which knows none.
        double Carries(double w, double d) =>
            rain is null ? Hydraulics.DownspoutSquareFeet(w, d) : Hydraulics.DownspoutGpm(w, d, DownspoutHead);
        var arrives = rain is { } inches ? Hydraulics.RainGpm(water.SquareFeet, inches) : water.SquareFeet;
        var own = Carries(wide, deep);
        yield return new Part(
            $"{Size(wide, deep)} opening",
            own,
            arrives,
            rain is null ? " sq ft (1 sq in for 100 sq ft)" : " gal/min",
            () =>
            {
                var larger = Downspouts.FirstOrDefault(s => s.Wide * s.Deep > wide * deep && Carries(s.Wide, s.Deep) >= arrives);
                var more = (int)Math.Ceiling(arrives / own) - 1;
                var each = RainWords.Number(water.SquareFeet / (more + 1));
                var add =
                    $"install {Wording.Sentences.Count(more, "more downspout")} of {Size(wide, deep)} on this gutter, so that each takes about {each} sq ft";
                return larger == default
                    ? Wording.Sentences.Upper($"{add}.")
                    : $"Replace the downspout with one of {Size(larger.Wide, larger.Deep)}, or {add}.";
            }
        );
    }

    private static IEnumerable<Part> Gutter(CarriedWater water, double? rain)
    {
        if (rain is not { } inches || water.Detail.Gutter is not { } gutter || water.HeaviestSquareFeet <= 0)
        {
            yield break;
        }
        var run = gutter with { LengthFeet = water.HeaviestFeet };
        var arrives = Hydraulics.RainGpm(water.HeaviestSquareFeet, inches);
        yield return new Part(
            $"{RainWords.Number(gutter.WidthInches)} in gutter",
            Drainages.GutterGpm(run),
            arrives,
            $" gal/min, and {RainWords.Number(arrives)} come from one side",
            () =>
            {
                var deep = gutter.DepthInches;
                var wider = GutterWidths
                    .Where(w => w > gutter.WidthInches)
                    .Cast<double?>()
                    .FirstOrDefault(w => Drainages.GutterGpm(run with { WidthInches = w!.Value, DepthInches = deep }) >= arrives);
                const string halve = "add a downspout at the high end, so that the run is halved";
                return wider is { } width
                    ? $"Install a {RainWords.Number(width)} in gutter, or {halve}."
                    : Wording.Sentences.Upper($"{halve}; a wider gutter alone does not carry it.");
            }
        );
    }

    /// <summary>With the drains clogged all of the slope's water goes over the scuppers, full to their tops.</summary>
    private static IEnumerable<Part> OfOverflow(DetailFact scupper, Overflow? overflow, double inches)
    {
        if (overflow is null)
        {
            yield break;
        }
        var arrives = Hydraulics.RainGpm(overflow.SquareFeet, inches);
        var (carries, count) = (overflow.Carries, overflow.Scuppers.Count);
        var size = Size(scupper.WidthInches!.Value, scupper.HeightInches!.Value);
        yield return new Part(
            "",
            carries,
            arrives,
            "",
            () =>
                $"Enlarge the overflow, or add {Wording.Sentences.Count((int)Math.Ceiling((arrives - carries) / (carries / count)), "scupper")} of {size}; have an engineer or designer size it."
        )
        {
            Told =
                $"with the drains clogged {RainWords.Number(overflow.SquareFeet)} sq ft drain to {(count > 1 ? $"the {count} scuppers, which carry" : "it; its opening carries")} {RainWords.Number(carries)} of {RainWords.Number(arrives)} gal/min",
        };
    }

    private static IEnumerable<Part> Scupper(CarriedWater water, double inches)
    {
        if (water.SquareFeet <= 0)
        {
            yield break;
        }
        var (wide, high) = (water.Detail.WidthInches!.Value, water.Detail.HeightInches!.Value);
        var arrives = Hydraulics.RainGpm(water.SquareFeet, inches);
        var own = ScupperGpm(wide, high);
        yield return new Part(
            $"{Size(wide, high)} opening",
            own,
            arrives,
            " gal/min",
            () =>
            {
                var wider = Enumerable
                    .Range(1, (int)WidestScupper)
                    .Select(w => (double)w)
                    .FirstOrDefault(w => w > wide && ScupperGpm(w, high) >= arrives);
                var more = (int)Math.Ceiling(arrives / own) - 1;
                var add = $"cut {Wording.Sentences.Count(more, "more scupper")} of {Size(wide, high)}";
                return wider > 0 ? $"Widen the scupper to {Size(wider, high)}, or {add}." : Wording.Sentences.Upper($"{add}.");
            }
        );
    }

    private static Part Drain(CarriedWater water, double inches)
    {
        var (bowl, pipe) = (water.Detail.WidthInches!.Value, water.Detail.PipeInches!.Value);
        var arrives = Hydraulics.RainGpm(water.SquareFeet, inches);
        var own = Hydraulics.DrainGpm(bowl, pipe, 0, DrainHead);
        return new Part(
            $"{RainWords.Number(pipe)} in pipe under 2 in of water",
            own,
            arrives,
            " gal/min",
            () =>
                $"Add {Wording.Sentences.Count((int)Math.Ceiling(arrives / own) - 1, "more drain")} like it, each with its overflow; an engineer or a licensed plumber sizes them."
        );
    }

    private static string Size(double a, double b) => $"{RainWords.Number(a)} x {RainWords.Number(b)} in";
}
