using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Quantities;

/// <summary>What a repair takes, what holds until it is done, and what is photographed before it is covered.</summary>
public sealed record RepairNeeds(JobQuantities Quantities, TemporaryHold? Hold, IReadOnlyList<string> Photos);

/// <summary>What a repair takes, by the recipes of the rule book and the amount of each finding that it resolves.</summary>
public static class RepairQuantities
{
    private const string InterimKey = "interim";
    private const string Scaffold = "Scaffold, set up and taken down";

    /// <summary>On what is steeper nobody works standing: roof jacks and harness for the covering, a scaffold for chimneys and walls, rise in 12 (from memory).</summary>
    internal const double SteepRisePer12 = 8;

    /// <summary>A recipe with the amount it is used for, and what the size of the thing comes to where it is known.</summary>
    private sealed record Use(
        Recipe Recipe,
        Amount Amount,
        RecipeSized? Sized = null,
        IReadOnlyDictionary<string, SizedMeasure>? Measures = null
    )
    {
        public double Measure => Amount.Count ?? Amount.Feet ?? Amount.SquareFeet ?? 0;

        public IReadOnlyList<RecipeMaterial> Materials => Sized?.Materials ?? Recipe.Materials;

        public TakeOffLine Line(RecipeMaterial material)
        {
            var (amount, basis) = MaterialAmounts.Of(Amount, Measures?.GetValueOrDefault(material.Of), material);
            return new TakeOffLine(Recipe.Key, material.Item, amount, material.Unit, basis);
        }
    }

    /// <summary>
    /// Null where the rule book has no recipe for what the job resolves. Findings of one job are one problem at one place: two that take the same work are done once,
    /// at the larger amount, and at what was recorded rather than what is assumed.
    /// </summary>
    public static RepairNeeds? Of(RuleBook book, IReadOnlyCollection<Guid> resolved, AssessInput input, PlannedRoof planned)
    {
        var facts = input.Findings.Where(f => resolved.Contains(f.Id)).ToList();
        var slope = input.Slopes.FirstOrDefault(s => facts.Exists(f => f.SlopeId == s.Id));
        var family = FamilyOn(book, input, slope?.Id);
        var own = WholeFlashing.Measured(book, facts).Select(f => UseFor(book, f, input)).OfType<Use>().ToList();
        var uses = own.Concat(own.Select(u => Opened(book, u, family)).OfType<Use>())
            .GroupBy(u => u.Recipe.Key)
            .Select(g => g.MaxBy(u => (!u.Amount.Assumed, u.Measure))!)
            .ToList();
        if (uses.Count == 0)
        {
            return null;
        }
        var lines = uses.SelectMany(u => u.Materials.Where(m => Fits(m, family)).Select(u.Line))
            .Where(l => l.Amount > 0)
            .GroupBy(l => (l.Item, l.Unit))
            .Select(g => TakeOffLine.Of(g.First().Key, g.Key.Item, g.Sum(l => l.Amount), g.Key.Unit, g.First().Basis))
            .ToList();
        if (slope?.Pitch.RisePer12 > SteepRisePer12 && uses.Exists(u => u.Recipe.Scaffold) && !lines.Exists(l => l.Item == Scaffold))
        {
            lines.Add(TakeOffLine.Of("scaffold", Scaffold, 1, "each", "chimney or wall above a slope over 8:12"));
        }
        var factor = PitchFactor(input, facts);
        var hours = uses.Select(HoursOf).Aggregate((a, b) => a + b) * factor;
        var assumed = uses.Where(u => u.Amount.Assumed)
            .Select(u => $"{u.Recipe.Name}: {u.Amount.Words} assumed. Count or measure it on the finding.")
            .Concat(uses.Select(SizeMissing).OfType<string>())
            .ToList();
        var photos = uses.SelectMany(u => u.Recipe.Photos ?? []).Distinct().ToList();
        return new RepairNeeds(
            new JobQuantities(lines, QuantityMath.Hours(hours, factor, AccessOf(input, planned, facts)), [], assumed),
            uses.Select(u => book.HoldOn(family, u.Recipe.Hold)).FirstOrDefault(h => h is not null),
            photos
        );
    }

    /// <summary>What it takes to keep water out for the time being.</summary>
    internal static JobQuantities OfHold(TemporaryHold hold, IReadOnlyCollection<Guid> resolved, AssessInput input, PlannedRoof planned)
    {
        var facts = input.Findings.Where(f => resolved.Contains(f.Id)).ToList();
        var factor = PitchFactor(input, facts);
        return new JobQuantities(
            [TakeOffLine.Of(InterimKey, "Material for interim protection", 1, "each", hold.Words)],
            QuantityMath.Hours(Spread.Of(hold.Hours) * factor, factor, AccessOf(input, planned, facts)),
            [],
            []
        );
    }

    private const string Attic = "attic";

    /// <summary>Whether all that a job resolves is reached from the attic; not so where it resolves nothing.</summary>
    internal static bool FromInside(AssessInput input, WorkItem job)
    {
        var resolved = (job.Resolves ?? []).Select(f => f.FindingId).ToHashSet();
        return resolved.Count > 0 && input.Findings.Where(f => resolved.Contains(f.Id)).All(f => f.Station == Attic);
    }

    private static WorkAccess AccessOf(AssessInput input, PlannedRoof planned, List<FindingFact> facts) =>
        facts.TrueForAll(f => f.Station == Attic)
            ? WorkAccess.FromInside(input, planned)
            : WorkAccess.Of(input, planned, facts.Select(f => f.SlopeId).OfType<Guid>().Distinct());

    private static double PitchFactor(AssessInput input, IEnumerable<FindingFact> facts) =>
        input.Slopes.FirstOrDefault(s => facts.Any(f => f.SlopeId == s.Id)) is { } slope
            ? QuantityMath.PitchFactor(slope.Pitch.RisePer12)
            : 1;

    private static Use? UseFor(RuleBook book, FindingFact fact, AssessInput input)
    {
        var kind = CoveringKindOn(input, fact.SlopeId);
        var recipe = book.RecipesFor(fact.Condition).FirstOrDefault(r => r.Kinds is null || (kind is not null && r.Kinds.Contains(kind)));
        return
            recipe is not null
            && book.FindCondition(fact.Condition) is { } condition
            && Amounts.Of(book, condition, fact) is { } amount
            && amount.Kind == recipe.Amount
            ? BySize(new Use(recipe, amount), fact, input)
            : null;
    }

    /// <summary>
    /// The whole thing by its size, where that is known and the finding is of the whole of it: one piece, a length that nobody measured on a finding that is not of one
    /// place only, or the area of the thing itself.
    /// </summary>
    private static Use BySize(Use use, FindingFact fact, AssessInput input)
    {
        if (use.Recipe.Sized is not { } sized)
        {
            return use;
        }
        // A pocket is as large as the finding says; anything else as the thing on the plan.
        var area = sized.Details.Count == 0;
        var whole = use.Amount.Kind switch
        {
            AmountKind.Count => use.Amount.Count == 1 || use.Amount.Assumed,
            AmountKind.Length => use.Amount.Assumed && fact.Extent != Extent.OnePlace,
            _ => area || use.Amount.Assumed,
        };
        var thing = area ? null : ThingOf(sized, fact, input);
        var (width, length) = area
            ? (use.Amount.WidthFeet!.Value * Length.InchesPerFoot, use.Amount.HeightFeet!.Value * Length.InchesPerFoot)
            : (thing?.WidthInches ?? 0, thing?.LengthInches ?? 0);
        if (!whole || width <= 0 || length <= 0 || input.Slopes.FirstOrDefault(s => s.Id == fact.SlopeId) is not { } slope)
        {
            return use;
        }
        var measures = SizedThings.Of(sized.Shape, width, length, slope.Pitch.RisePer12);
        if (measures.Count == 0)
        {
            return use;
        }
        var of = measures[sized.Materials[0].Of].Value;
        var amount = use.Amount.Kind switch
        {
            AmountKind.Count => use.Amount with { Count = 1, Assumed = false, Words = "1 on the plan" },
            AmountKind.Length => use.Amount with { Feet = of, Assumed = false },
            _ when !area => use.Amount with
            {
                WidthFeet = of / SizedThings.ChaseDecayedFeet,
                HeightFeet = SizedThings.ChaseDecayedFeet,
                Assumed = false,
            },
            _ => use.Amount,
        };
        return use with { Amount = amount, Sized = sized, Measures = measures };
    }

    /// <summary>What the finding is pinned to, or else the only such thing on its slope.</summary>
    private static DetailFact? ThingOf(RecipeSized sized, FindingFact fact, AssessInput input)
    {
        var things = (input.Details ?? []).Where(d => sized.Details.Contains(d.Kind)).ToList();
        return things.Find(d => d.Id == fact.DetailId)
            ?? (things.Where(d => d.Spot.SlopeId == fact.SlopeId).ToList() is [var only] && fact.DetailId is null ? only : null);
    }

    /// <summary>What to measure so that pieces follow from the size.</summary>
    private static string? SizeMissing(Use use) =>
        use is { Recipe.Sized.Details.Count: > 0, Measures: null, Amount.Assumed: true }
            ? $"{use.Recipe.Name}: enter width and depth on the plan to calculate the pieces."
            : null;

    /// <summary>
    /// The covering that is opened for deck sheathing.
    /// </summary>
    private static Use? Opened(RuleBook book, Use use, CoveringFamily? family)
    {
        if (
            use.Recipe.With is not { } with
            || family is not { } covering
            || !with.Families.Contains(covering)
            || use.Amount is not { WidthFeet: { } wide, HeightFeet: { } high }
        )
        {
            return null;
        }
        var (across, up) = MaterialAmounts.Opened(wide, high);
        return new Use(
            book.Recipes.First(r => r.Key == with.Recipe),
            use.Amount with
            {
                WidthFeet = across,
                HeightFeet = up,
                Words = $"{QuantityMath.Figure(across)} × {QuantityMath.Figure(up)} ft",
            }
        );
    }

    private static string? CoveringKindOn(AssessInput input, Guid? slopeId) =>
        slopeId is { } id ? Assessor.CoveringOn(input.Coverings, id, input.AsOf)?.Kind : null;

    private static CoveringFamily? FamilyOn(RuleBook book, AssessInput input, Guid? slopeId) =>
        slopeId is { } id ? Assessor.KindOn(book, input, id)?.Family : null;

    private static bool Fits(RecipeMaterial material, CoveringFamily? family) =>
        material.Families is null || family is null || material.Families.Contains(family.Value);

    private static Spread HoursOf(Use use)
    {
        var hours = use.Sized?.Hours ?? use.Recipe.Hours;
        return Spread.Of(hours.Base) + (Spread.Of(hours.Each) * Math.Max(0, use.Measure - hours.Covers));
    }
}
