using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>What it takes to replace the covering of a section, or to lift and relay it: from the plan, or coarser from taped slopes.</summary>
internal static class SectionQuantities
{
    private const double PoundsPerTon = 2000;

    /// <summary>Labor-hours a square for every further layer to tear off (from memory).</summary>
    private static readonly Spread FurtherLayer = new(.5, .7, 1.2);

    /// <param name="rebuilt">Whether the covering does not suit the slope, so that something else comes in its place.</param>
    public static JobQuantities Of(RuleBook book, RoofDecision decision, AssessInput input, PlannedRoof planned, bool rebuilt)
    {
        if (rebuilt)
        {
            return new JobQuantities([], null, [], ["Quantities follow once it is decided what covering or what pitch the slope gets."]);
        }
        var slopes = input.Slopes.Where(s => decision.SlopeIds.Contains(s.Id)).ToList();
        var sizes = slopes.Select(planned.SizeOf).ToList();
        if (sizes.Any(s => s is null))
        {
            return new JobQuantities([], null, [], ["Not measured: draw the roof plan, or tape the slopes, for quantities."]);
        }
        var covering = Assessor.CoveringOn(input.Coverings, slopes[0].Id, input.AsOf);
        var kind = covering is null ? null : book.FindCovering(covering.Kind);
        var renewal = kind is null ? null : book.FindRenewal(kind.Kind);
        var relay = decision.Action == RoofAction.Relay;
        var squares = Quantise.Area(sizes.Sum(s => s!.Squares));
        var layers = Recovering.Layers(input, decision.SlopeIds.ToHashSet());
        List<string> assumed = [];
        var lines = planned.TakeOffOf(
            decision.SlopeIds.ToHashSet(),
            input.Details ?? [],
            PlanMeasures.Families(input.Coverings, input.AsOf, book),
            relay
        )
            is { } takeOff
            ? [.. takeOff.Steep, .. takeOff.LowSlope]
            : Coarse(kind, squares, assumed);
        if (!relay && renewal is not null)
        {
            lines.Add(Disposal(renewal, squares, layers));
        }
        var vents = relay || !AtticVents.Lacks(book, input) ? null : VentsOf(slopes, sizes!);
        if (vents is not null)
        {
            lines.AddRange(AtticVents.Lines(vents));
            assumed.Add(
                "Vents: 1/150 of the attic floor below the section (IRC R806.2; 1/300 where its conditions are met). Existing vents are not counted. Close old exhaust vents: two kinds work against each other."
            );
        }
        if (!relay && kind is not null)
        {
            assumed.Add($"The new covering is assumed to be {kind.Name} again.");
        }
        if (!relay)
        {
            assumed.Add(
                layers > 1 ? $"{layers} layers to tear off, as recorded."
                : kind?.Family == CoveringFamily.Membrane ? "One layer to tear off is assumed: a core cut shows it."
                : "One layer to tear off is assumed: look at the rake or a penetration."
            );
        }
        return new JobQuantities(
            lines,
            HoursOf(renewal, relay, slopes, sizes!, layers, vents),
            WoodAllowances.Of(book, input, slopes, squares, layers, planned.EaveFeet),
            assumed
        );
    }

    /// <summary>For the attic below the section; null where there is none.</summary>
    private static VentNeed? VentsOf(List<SlopeFact> slopes, List<SlopeSize?> sizes)
    {
        var floor = slopes.Zip(sizes).Where(s => s.First.Under == Under.Attic).Sum(s => s.Second!.PlanAreaSquareFeet);
        return floor > 0 ? AtticVents.Of(floor) : null;
    }

    private static List<TakeOffLine> Coarse(Covering? kind, double squares, List<string> assumed)
    {
        assumed.Add("Without a plan of the roof, eaves, rakes, ridges, valleys and walls are still to be measured.");
        var membrane = kind?.Family == CoveringFamily.Membrane;
        var waste = TakeOffs.Waste[0].Percent;
        var covering = membrane ? squares : squares * (1 + (waste / 100));
        List<TakeOffLine> lines =
        [
            TakeOffLine.Of(
                "covering",
                membrane ? "Membrane" : "Covering",
                Quantise.Area(covering),
                "squares",
                membrane ? "true area; laps and turn-ups come on top" : Inv($"{squares:0.0} squares and {waste:0}% waste")
            ),
        ];
        if (kind?.Family == CoveringFamily.Asphalt)
        {
            lines.Add(
                TakeOffLine.Of(
                    "bundles",
                    "Bundles, strip shingles",
                    QuantityMath.Up(covering * TakeOffs.BundlesPerSquare),
                    "bundles",
                    "3 to a square"
                )
            );
        }
        return lines;
    }

    private static TakeOffLine Disposal(Renewal renewal, double squares, int layers)
    {
        var tons = squares * layers * renewal.PoundsPerSquare / PoundsPerTon;
        return new TakeOffLine(
            "disposal",
            "Disposal, dry",
            Math.Round(tons, 1, MidpointRounding.AwayFromZero),
            "tons",
            Inv($"{squares:0.0} squares, {(layers == 1 ? "1 layer" : $"{layers} layers")} of {renewal.PoundsPerSquare:0} lb a square")
        );
    }

    private static LaborHours? HoursOf(
        Renewal? renewal,
        bool relay,
        IReadOnlyList<SlopeFact> slopes,
        IReadOnlyList<SlopeSize> sizes,
        int layers,
        VentNeed? vents
    )
    {
        if (renewal is null || (relay && renewal.Relay is null))
        {
            return null;
        }
        var perSquare = relay
            ? Spread.Of(renewal.Relay!)
            : Spread.Of(renewal.TearOff) + (FurtherLayer * (layers - 1)) + Spread.Of(renewal.Install);
        var squares = sizes.Sum(s => s.Squares);
        var weighed = slopes.Zip(sizes).Sum(s => s.Second.Squares * QuantityMath.PitchFactor(s.First.Pitch.RisePer12));
        var factor = squares > 0 ? weighed / squares : 1;
        var hours = perSquare * weighed;
        return QuantityMath.Hours(vents is null ? hours : hours + (AtticVents.Hours(vents) * factor), factor);
    }

    private static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
