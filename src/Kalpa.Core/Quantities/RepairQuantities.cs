using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Quantities;

/// <summary>What a repair takes, what holds until it is done, and what is photographed before it is covered.</summary>
public sealed record RepairNeeds(JobQuantities Quantities, TemporaryHold? Hold, IReadOnlyList<string> Photos);

/// <summary>What a repair takes, by the recipes of the rule book and the amount of each finding that it resolves.</summary>
public static class RepairQuantities
{
    /// <summary>Exposure of common strip shingles and their strips to a square, three bundles of them (common practice).</summary>
    private const double ExposureInches = 5;

    private const double StripFeet = 3;
    private const double StripsPerBundle = 80 / TakeOffs.BundlesPerSquare;

    /// <summary>IRC 2021 R905.2.6.</summary>
    private const double NailsPerStrip = 4;

    private const double SupportFeet = 2;
    private const double SheetFeet = 4;

    private const string InterimKey = "interim";

    /// <summary>A recipe with the amount it is used for.</summary>
    private sealed record Use(Recipe Recipe, Amount Amount)
    {
        public double Measure => Amount.Count ?? Amount.Feet ?? Amount.SquareFeet ?? 0;
    }

    /// <summary>
    /// Null where the rule book has no recipe for what the job resolves. Findings of one job are one problem at one place: two that take the same work are done once,
    /// at the larger amount, and at what was recorded rather than what is assumed.
    /// </summary>
    public static RepairNeeds? Of(RuleBook book, IReadOnlyCollection<Guid> resolved, AssessInput input)
    {
        var facts = input.Findings.Where(f => resolved.Contains(f.Id)).ToList();
        var slope = input.Slopes.FirstOrDefault(s => facts.Exists(f => f.SlopeId == s.Id));
        var family = FamilyOn(book, input, slope?.Id);
        var own = facts.Select(f => UseFor(book, f, input)).OfType<Use>().ToList();
        var uses = own.Concat(own.Select(u => Opened(book, u, family)).OfType<Use>())
            .GroupBy(u => u.Recipe.Key)
            .Select(g => g.MaxBy(u => (!u.Amount.Assumed, u.Measure))!)
            .ToList();
        if (uses.Count == 0)
        {
            return null;
        }
        var lines = uses.SelectMany(u => u.Recipe.Materials.Where(m => Fits(m, family)).Select(m => Line(u, m)))
            .GroupBy(l => (l.Item, l.Unit))
            .Select(g => TakeOffLine.Of(g.First().Key, g.Key.Item, g.Sum(l => l.Amount), g.Key.Unit, g.First().Basis))
            .ToList();
        var factor = PitchFactor(input, facts);
        var hours = uses.Select(HoursOf).Aggregate((a, b) => a + b) * factor;
        var assumed = uses.Where(u => u.Amount.Assumed)
            .Select(u => $"{u.Recipe.Name}: {u.Amount.Words} assumed. Count or measure it on the finding.")
            .ToList();
        var photos = uses.SelectMany(u => u.Recipe.Photos ?? []).Distinct().ToList();
        return new RepairNeeds(
            new JobQuantities(lines, QuantityMath.Hours(hours, factor), [], assumed),
            uses.Select(u => book.FindHold(u.Recipe.Hold)).FirstOrDefault(h => h is not null),
            photos
        );
    }

    /// <summary>What it takes to keep water out for the time being.</summary>
    internal static JobQuantities OfHold(TemporaryHold hold, IReadOnlyCollection<Guid> resolved, AssessInput input)
    {
        var factor = PitchFactor(input, input.Findings.Where(f => resolved.Contains(f.Id)));
        return new JobQuantities(
            [TakeOffLine.Of(InterimKey, "Material for interim protection", 1, "each", hold.Words)],
            QuantityMath.Hours(Spread.Of(hold.Hours) * factor, factor),
            [],
            []
        );
    }

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
            ? new Use(recipe, amount)
            : null;
    }

    /// <summary>
    /// The covering that is opened for deck sheathing: from support to support beyond both ends of the place, and whole sheets up the slope (three supports carry a sheet;
    /// centers of 24 in assumed).
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
        var (across, up) = ((QuantityMath.Up(wide / SupportFeet) + 1) * SupportFeet, QuantityMath.Up(high / SheetFeet) * SheetFeet);
        return new Use(
            book.Recipes.First(r => r.Key == with.Recipe),
            use.Amount with
            {
                WidthFeet = across,
                HeightFeet = up,
                Words = $"{Figure(across)} × {Figure(up)} ft",
            }
        );
    }

    private static string? CoveringKindOn(AssessInput input, Guid? slopeId) =>
        slopeId is { } id ? Assessor.CoveringOn(input.Coverings, id, input.AsOf)?.Kind : null;

    private static CoveringFamily? FamilyOn(RuleBook book, AssessInput input, Guid? slopeId) =>
        CoveringKindOn(input, slopeId) is { } kind ? book.FindCovering(kind)?.Family : null;

    private static bool Fits(RecipeMaterial material, CoveringFamily? family) =>
        material.Families is null || family is null || material.Families.Contains(family.Value);

    private static Spread HoursOf(Use use)
    {
        var (first, covers, each) = (Spread.Of(use.Recipe.Hours.Base), use.Recipe.Hours.Covers, Spread.Of(use.Recipe.Hours.Each));
        return first + (each * Math.Max(0, use.Measure - covers));
    }

    private static TakeOffLine Line(Use use, RecipeMaterial material)
    {
        var (amount, basis) = Calculated(use, material);
        return new TakeOffLine(use.Recipe.Key, material.Item, amount, material.Unit, basis);
    }

    private static (double Amount, string Basis) Calculated(Use use, RecipeMaterial m)
    {
        var n = use.Measure;
        var (wide, high) = (use.Amount.WidthFeet ?? 0, use.Amount.HeightFeet ?? 0);
        var withWaste = n * (1 + m.Waste);
        var of = m.Waste > 0 ? $"{use.Amount.Words} and {Figure(m.Waste * 100)}% waste" : use.Amount.Words;
        return m.Rule switch
        {
            MaterialRule.Each => (QuantityMath.Up(withWaste * m.Per), m.Per == 1 ? of : $"{Figure(m.Per)} for each of {use.Amount.Words}"),
            MaterialRule.Length => (QuantityMath.Up(withWaste / m.Pack), of),
            MaterialRule.Pieces => (
                Math.Max(1, QuantityMath.Up((withWaste - m.Lap) / (m.Piece - m.Lap))),
                m.Lap > 0 ? $"{of}, lapped {Figure(Math.Round(m.Lap * 12))} in" : of
            ),
            MaterialRule.Joints => (Math.Max(0, QuantityMath.Up(n / m.Piece) - 1), $"one at each joint of {use.Amount.Words}"),
            MaterialRule.Spaced => (
                QuantityMath.Up(n * 12 / m.Spacing) + 1,
                $"one every {Figure(m.Spacing)} in along {use.Amount.Words}, and one at the end"
            ),
            MaterialRule.Strip => (
                QuantityMath.Up(withWaste * m.Width / m.Pack) + m.Add,
                m.Add > 0 ? $"{of}, {Figure(m.Width)} ft wide, and {Figure(m.Add)} spare" : $"{of}, {Figure(m.Width * 12)} in wide"
            ),
            MaterialRule.Area => (QuantityMath.Up(withWaste / m.Pack), of),
            MaterialRule.Patch => (
                QuantityMath.Up(((wide * 12) + (2 * m.Border)) * ((high * 12) + (2 * m.Border)) / 144),
                $"{use.Amount.Words} and {Figure(m.Border)} in on all sides"
            ),
            MaterialRule.ShingleBundles => (
                QuantityMath.Up(Strips(wide, high) / StripsPerBundle) + 1,
                $"{Rows(wide, high)}, and one spare bundle"
            ),
            _ => (Strips(wide, high) * NailsPerStrip, $"4 to a strip, {Rows(wide, high)}"),
        };
    }

    private static double RowsOf(double high) => QuantityMath.Up(high * 12 / ExposureInches);

    /// <summary>A row is one strip longer for the stagger.</summary>
    private static double PerRow(double wide) => QuantityMath.Up(wide / StripFeet) + 1;

    private static double Strips(double wide, double high) => RowsOf(high) * PerRow(wide);

    private static string Rows(double wide, double high) =>
        $"{Figure(RowsOf(high))} rows of {Figure(PerRow(wide))} strips at {Figure(ExposureInches)} in exposure";

    private static string Figure(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);
}
