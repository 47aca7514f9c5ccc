using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>What it takes to replace the covering of a section, or to lift and relay it: from the plan, or coarser from taped slopes.</summary>
internal static class SectionQuantities
{
    private const double PoundsPerTon = 2000;

    /// <summary>Nothing is thrown away for nothing.</summary>
    private const double LeastTons = 0.1;

    /// <summary>Labor-hours a square for every further layer to tear off (from memory).</summary>
    private static readonly Spread FurtherLayer = new(.5, .7, 1.2);

    /// <summary>Not torn off, these stay as they are under a covering that is laid over the old one.</summary>
    private static readonly string[] StaysUnder = ["underlayment", "ice-barrier"];

    /// <summary>What is listed for shingles alone, and roll roofing has none of.</summary>
    private static readonly string[] OfBundles = ["bundles", "caps", "starter"];

    private const string PocketRecipe = "pocket";

    /// <param name="rebuilt">Whether the covering does not suit the slope, so that the same again is no answer.</param>
    public static JobQuantities Of(RuleBook book, RoofDecision decision, AssessInput input, PlannedRoof planned, bool rebuilt)
    {
        var action = decision.Action;
        if (rebuilt && decision.New.Length == 0 && action != RoofAction.Reslope)
        {
            return new JobQuantities([], null, [], ["Quantities follow once it is decided what covering or what pitch the slope gets."]);
        }
        var slopes = input.Slopes.Where(s => decision.SlopeIds.Contains(s.Id)).ToList();
        var sizes = slopes.Select(planned.SizeOf).OfType<SlopeSize>().ToList();
        if (sizes.Count < slopes.Count)
        {
            return new JobQuantities([], null, [], ["Not measured: draw the roof plan, or tape the slopes, for quantities."]);
        }
        var old = Assessor.KindOn(book, input, slopes[0].Id);
        var laid = decision.New.Length > 0 ? book.FindCovering(decision.New) : old;
        double? framed = action == RoofAction.Reslope ? NewRoof.SteepenedRisePer12 : null;
        var onRoof = framed is { } rise ? sizes.Sum(s => s.PlanAreaSquareFeet) * new Pitch(rise).SlopeFactor : 0;
        var squares = Quantise.Area(framed is null ? sizes.Sum(s => s.Squares) : onRoof / SlopeSize.SquareFeetPerSquare);
        var layers = Recovering.Layers(input, decision.SlopeIds.ToHashSet());
        List<string> assumed = [];
        var lines = LinesOf(book, decision, input, planned, (laid, squares, framed), assumed);
        if (action is RoofAction.Replace or RoofAction.Reslope && old is not null && book.FindRenewal(old.Kind) is { } torn)
        {
            lines.Add(Disposal(torn, sizes.Sum(s => s.Squares), layers));
        }
        var vents = action is RoofAction.Relay or RoofAction.Recover || !AtticVents.Lacks(book, input) ? null : VentsOf(slopes, sizes);
        if (vents is not null)
        {
            lines.AddRange(AtticVents.Lines(vents));
            assumed.Add(
                "Vents: 1/150 of the attic floor below the section (IRC R806.2; 1/300 where its conditions are met). Existing vents are not counted. Close old exhaust vents: two kinds work against each other."
            );
        }
        assumed.AddRange(Assumed(decision, old, laid, layers));
        var framing = action == RoofAction.Reslope ? Framing(book, slopes, sizes, decision.NewFolds ?? [], input, lines, assumed) : default;
        return new JobQuantities(
            lines,
            HoursOf(
                book,
                (old, laid),
                action,
                slopes,
                sizes,
                layers,
                vents,
                (squares, framing),
                WorkAccess.Of(input, planned, decision.SlopeIds)
            ),
            action == RoofAction.Recover ? [] : WoodAllowances.Of(book, input, slopes, squares, layers, planned.EaveFeet),
            assumed
        );
    }

    /// <param name="laid">What is laid, on how many squares, and to which pitch it is framed first.</param>
    private static List<TakeOffLine> LinesOf(
        RuleBook book,
        RoofDecision decision,
        AssessInput input,
        PlannedRoof planned,
        (Covering? Kind, double Squares, double? RisePer12) laid,
        List<string> assumed
    )
    {
        var families = PlanMeasures.Families(input.Coverings, input.AsOf, book);
        foreach (var id in laid.Kind is null ? [] : decision.SlopeIds)
        {
            families[id] = laid.Kind!.Family;
        }
        var bundled = laid.Kind is null || book.FindRenewal(laid.Kind.Kind) is not { Bundles: false };
        var relay = decision.Action == RoofAction.Relay;
        var lines = planned.TakeOffOf(decision.SlopeIds.ToHashSet(), input.Details ?? [], families, relay, laid.RisePer12) is { } takeOff
            ? [.. takeOff.Steep, .. takeOff.LowSlope]
            : Coarse(laid.Kind, bundled, laid.Squares, assumed);
        if (laid.Kind?.Family == CoveringFamily.Asphalt && !bundled)
        {
            lines.RemoveAll(l => OfBundles.Contains(l.Key));
        }
        if (decision.Action == RoofAction.Recover)
        {
            lines.RemoveAll(l => StaysUnder.Contains(l.Key));
        }
        if (decision.Layer.Length > 0)
        {
            BetterLayer(decision, lines, laid.Squares);
        }
        return decision.Stainless ? [.. lines.Select(OfStainless)] : lines;
    }

    /// <summary>Flashing that is there for as long as the covering: bent of sheet, and bought in stainless steel by its own price.</summary>
    internal static readonly string[] Flashings = [Valleys, "step-flashing", "apron-flashing"];

    private static TakeOffLine OfStainless(TakeOffLine line) =>
        Flashings.Contains(line.Key) && line.Unit == "ft" ? line with { Item = $"{line.Item}, stainless steel" } : line;

    /// <summary>One layer of membrane that holds by itself, in the place of felt.</summary>
    private static void BetterLayer(RoofDecision decision, List<TakeOffLine> lines, double squares)
    {
        lines.RemoveAll(l => l.Key is "felt" or "underlayment");
        if (decision.Layer == SelfAdhered)
        {
            // It takes the place of a barrier at the eaves, too.
            lines.RemoveAll(l => l.Key == "ice-barrier");
            var feet2 = squares * SlopeSize.SquareFeetPerSquare * (1 + SelfAdheredWaste);
            lines.Add(
                TakeOffLine.Of(
                    "self-adhered",
                    "Self-adhered membrane",
                    Quantise.Area(feet2),
                    "ft²",
                    Inv($"{squares:0.0} squares and 10% for laps")
                )
            );
        }
    }

    private const string SelfAdhered = "self-adhered-membrane";

    /// <summary>Side laps of 3 1/2 in and end laps of 6 in on a roll of 36 in (common practice).</summary>
    private const double SelfAdheredWaste = 0.1;

    private static IEnumerable<string> Assumed(RoofDecision decision, Covering? old, Covering? laid, int layers)
    {
        if (decision.Action == RoofAction.Relay)
        {
            yield break;
        }
        if (laid is not null)
        {
            yield return decision.EitherWay
                ? $"Quantities are for {laid.Name} at the present pitch. Re-sloping is compared under Options where the height allows it."
            : laid == old ? $"The new covering is assumed to be {laid.Name} again."
            : $"The new covering is {laid.Name}.";
        }
        yield return decision.Action == RoofAction.Recover
            ? "The old covering stays, so the deck is not opened: decayed wood under it stays unseen and is not allowed for."
        : layers > 1 ? $"{layers} layers to tear off, as recorded."
        : old?.Family == CoveringFamily.Membrane ? "One layer to tear off is assumed: a core cut shows it."
        : "One layer to tear off is assumed: look at the rake or a penetration.";
    }

    /// <summary>Lumber and deck that raise the slopes, with their hours; coarser where a run is not known.</summary>
    private static Spread Framing(
        RuleBook book,
        List<SlopeFact> slopes,
        List<SlopeSize> sizes,
        IReadOnlyList<NewFold> folds,
        AssessInput input,
        List<TakeOffLine> lines,
        List<string> assumed
    )
    {
        var (lumber, deck) = (0.0, 0.0);
        List<string> words = [];
        foreach (var (slope, size) in slopes.Zip(sizes))
        {
            if (NewRoof.LiftInches(slope, size) is null)
            {
                continue;
            }
            var run = size.PlanAreaSquareFeet / size.EaveFeet;
            var sized = SizedThings.Of(
                SizedShape.Pocket,
                size.EaveFeet * Length.InchesPerFoot,
                run * Length.InchesPerFoot,
                slope.Pitch.RisePer12
            );
            lumber += sized[SizedThings.Lumber].Value;
            deck += sized[SizedThings.Deck].Value;
            words.Add($"slope {slope.Letter}: {sized[SizedThings.Lumber].Words}");
        }
        if (deck <= 0)
        {
            assumed.Add("The run of the slope is not measured: lumber and sheathing of the new pitch are still to be worked out.");
            return default;
        }
        lines.Add(TakeOffLine.Of("framing", "Framing lumber", lumber, "ft", string.Join("; ", words)));
        lines.Add(
            TakeOffLine.Of(
                "deck",
                "Deck sheathing, 4 × 8 ft",
                QuantityMath.Up(deck * DeckWaste / SheetFeet2),
                "sheets",
                Inv($"{deck:0} ft² and 10% waste")
            )
        );
        foreach (var fold in folds)
        {
            RunsUp(fold, input, lines, assumed);
        }
        assumed.Add("Walls, siding and trim above the raised edge are not counted.");
        var hours = book.Recipes.First(r => r.Key == PocketRecipe).Hours;
        return Spread.Of(hours.Base) + (Spread.Of(hours.Each) * deck);
    }

    /// <summary>Where the new deck runs up onto the slope beside: its valley is lined, and the covering under it is opened.</summary>
    private static void RunsUp(NewFold fold, AssessInput input, List<TakeOffLine> lines, List<string> assumed)
    {
        var letter = input.Slopes.First(s => s.Id == fold.OtherSlopeId).Letter;
        if (fold.Class == EdgeClass.Valley)
        {
            var own = lines.Find(l => l is { Key: Valleys, Unit: "ft" });
            lines.Remove(own!);
            var added = Inv($"{fold.TrueFeet:0.#} ft of new valley on slope {letter}");
            lines.Add(
                TakeOffLine.Of(
                    Valleys,
                    own?.Item ?? "Valley lining",
                    Quantise.Feet((own?.Amount ?? 0) + fold.TrueFeet),
                    "ft",
                    own is null ? added : $"{own.Basis}; {added}"
                )
            );
        }
        assumed.Add(
            Inv(
                $"The new deck meets slope {letter} {fold.FeetUp:0.#} ft up: about {fold.CoveredSquareFeet:0} ft² of its covering has to be opened, not counted here."
            )
        );
    }

    private const string Valleys = "valleys";

    private const double DeckWaste = 1.1;
    private const double SheetFeet2 = 32;

    /// <summary>For the attic below the section; null where there is none.</summary>
    private static VentNeed? VentsOf(List<SlopeFact> slopes, List<SlopeSize> sizes)
    {
        var floor = slopes.Zip(sizes).Where(s => s.First.Under == Under.Attic).Sum(s => s.Second.PlanAreaSquareFeet);
        return floor > 0 ? AtticVents.Of(floor) : null;
    }

    private static List<TakeOffLine> Coarse(Covering? kind, bool bundled, double squares, List<string> assumed)
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
        if (kind?.Family == CoveringFamily.Asphalt && bundled)
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
            Math.Max(LeastTons, Math.Round(tons, 1, MidpointRounding.AwayFromZero)),
            "tons",
            Inv($"{squares:0.0} squares, {(layers == 1 ? "1 layer" : $"{layers} layers")} of {renewal.PoundsPerSquare:0} lb a square")
        );
    }

    /// <param name="kinds">What lies there, and what is laid.</param>
    /// <param name="framed">Squares at the new pitch, and hours to frame to it; no hours where the pitch stays.</param>
    private static LaborHours? HoursOf(
        RuleBook book,
        (Covering? Old, Covering? Laid) kinds,
        RoofAction action,
        List<SlopeFact> slopes,
        List<SlopeSize> sizes,
        int layers,
        VentNeed? vents,
        (double Squares, Spread Hours) framed,
        WorkAccess access
    )
    {
        Renewal? Of(Covering? kind) => kind is null ? null : book.FindRenewal(kind.Kind);
        if (Of(kinds.Laid) is not { } install || (action == RoofAction.Relay && install.Relay is null))
        {
            return null;
        }
        var squares = sizes.Sum(s => s.Squares);
        var weighed = slopes.Zip(sizes).Sum(s => s.Second.Squares * QuantityMath.PitchFactor(s.First.Pitch.RisePer12));
        var factor = squares > 0 ? weighed / squares : 1;
        Spread hours;
        switch (action)
        {
            case RoofAction.Relay:
                hours = Spread.Of(install.Relay!) * weighed;
                break;
            case RoofAction.Recover:
                hours = Spread.Of(install.Install) * weighed;
                break;
            default:
                if (Of(kinds.Old) is not { } torn)
                {
                    return null;
                }
                var tearOff = (Spread.Of(torn.TearOff) + (FurtherLayer * (layers - 1))) * weighed;
                // What is framed to 4:12 is walked like a floor.
                var laid = Spread.Of(install.Install) * (action == RoofAction.Reslope ? framed.Squares : weighed);
                hours = tearOff + laid + framed.Hours;
                break;
        }
        return QuantityMath.Hours(vents is null ? hours : hours + (AtticVents.Hours(vents) * factor), factor, access);
    }

    private static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
