using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>
/// Remaining life of a covering (methods, section 6): reference life, ISO 15686-8 factors, the stage seen, and three schools side by side.
/// An age guessed from the look is not combined with the look, which would count one thing twice.
/// </summary>
public static class RemainingLife
{
    private static readonly int[] ChanceYears = [1, 2, 3, 5, 8, 10, 15, 20];

    /// <summary>A range of ages up to so many years wide is taken at three points, a wider one at five.</summary>
    private const double NarrowAgeRangeYears = 3;

    private const double DaysPerYear = 365.25;

    public static LifeAnswer Of(RuleBook book, LifeFacts facts)
    {
        var covering = book.Covering(facts.Kind);
        var reference = covering.LifeIn(facts.Exposure);
        var fit = WeibullFit.Through(reference.Low, reference.Likely, reference.High);
        var factors = LifeFactors.Of(facts);
        var law = fit.Law.Stretched(LifeFactors.Product(factors));
        var age = AgeOf(facts);
        var weights = facts.Shares is null ? null : GoverningStage.Weights(facts.Shares);
        var schools = Schools(new LifeSchools(law, covering.Stages, AgePoints(age)), age, weights, ChanceYearsOf(facts));
        var stated =
            schools.FirstOrDefault(s => s.School == School.Combined && s.Left is not null)
            ?? schools.FirstOrDefault(s => s.Left is not null);
        return new LifeAnswer(
            stated?.Left,
            stated?.School,
            age,
            reference,
            Quantise.Years(fit.MisfitYears),
            factors,
            schools,
            stated?.Chances ?? [],
            Reasons(covering, reference, factors, age, weights),
            Headline(stated)
        );
    }

    private static List<SchoolAnswer> Schools(LifeSchools schools, AgeRange? age, double[]? weights, IReadOnlyList<int> years)
    {
        var ageByLook = age?.Source == AgeSource.ByEye;
        return
        [
            age is null || weights is null ? Without(School.Combined, age is null ? "No age is known." : "No stage is recorded.")
            : ageByLook ? Without(School.Combined, "The age was guessed from the look; the two are one thing, not two.")
            : With(School.Combined, schools.Combined(weights), years, "Age and look together."),
            weights is null
                ? Without(School.WhatIsSeen, "No stage is recorded.")
                : With(School.WhatIsSeen, schools.WhatIsSeen(weights), years, "The stage seen, with the reference life."),
            age is null
                ? Without(School.AgeTable, "No age is known.")
                : With(School.AgeTable, schools.AgeTable(), years, "Reference life less the age, given that it still stands."),
        ];
    }

    private static SchoolAnswer With(School school, RemainingYears left, IReadOnlyList<int> chanceYears, string why) =>
        new(
            school,
            new YearsLeft(
                Quantise.Years(left.Quantile(WeibullFit.LowShare)),
                Quantise.Years(left.Quantile(WeibullFit.LikelyShare)),
                Quantise.Years(left.Quantile(WeibullFit.HighShare))
            ),
            why,
            [.. chanceYears.Select(years => new SurvivalChance(years, Quantise.Chance(left.ChanceOfAtLeast(years))))]
        );

    private static int[] ChanceYearsOf(LifeFacts facts) =>
        facts.HorizonYears is { } horizon ? [.. ChanceYears.Append(horizon).Distinct().Order()] : ChanceYears;

    private static SchoolAnswer Without(School school, string why) => new(school, null, why, []);

    private static AgeRange? AgeOf(LifeFacts facts)
    {
        if (facts.LaidFrom is not { } from || facts.LaidTo is not { } to)
        {
            return null;
        }
        var now = facts.AsOf.Year + (facts.AsOf.DayOfYear - 1) / DaysPerYear;
        // Laid some time between the first day of one year and the last of the other.
        return new AgeRange(Quantise.Years(Math.Max(0, now - (to + 1))), Quantise.Years(Math.Max(0, now - from)), facts.AgeSource);
    }

    private static double[] AgePoints(AgeRange? age)
    {
        if (age is null)
        {
            return [];
        }
        var points = age.High - age.Low <= NarrowAgeRangeYears ? 3 : 5;
        return [.. Enumerable.Range(0, points).Select(i => age.Low + (i + 0.5) / points * (age.High - age.Low))];
    }

    private static List<string> Reasons(
        Covering covering,
        ReferenceLife reference,
        IReadOnlyList<LifeFactor> factors,
        AgeRange? age,
        double[]? weights
    )
    {
        var reasons = new List<string>
        {
            $"Reference life of the {covering.LifeOf}: {reference.Low:0}–{reference.Likely:0}–{reference.High:0} years ({reference.Source}).",
        };
        reasons.AddRange(factors.Select(f => $"{f.Reason} (× {f.Value:0.00})."));
        reasons.Add(
            age is null
                ? "The age is not known: ask for a permit, a stamp or the owner's word."
                : $"Age {age.Low:0}–{age.High:0} years, {SourceWords(age.Source)}."
        );
        reasons.Add(weights is null ? "No stage is recorded: rate the slope to narrow the range." : StageReason(covering, weights));
        return reasons;
    }

    private static string StageReason(Covering covering, double[] weights)
    {
        var stage = Array.FindLastIndex(weights, w => w >= weights.Max());
        return $"Stage {stage} governs: {LowerFirst(covering.StageLooks[stage])}.";
    }

    private static string Headline(SchoolAnswer? stated) =>
        stated?.Left is not { } left ? "Cannot tell: neither age nor stage is recorded"
        : left.High <= 0 ? "Spent: no years left"
        : $"{left.Low:0}–{left.High:0} years left, likely {left.Likely:0}";

    private static string SourceWords(AgeSource source) =>
        source switch
        {
            AgeSource.Permit => "from the permit",
            AgeSource.Stamp => "from a maker's stamp",
            AgeSource.Owner => "by the owner's word",
            AgeSource.Neighbours => "by the neighbours' roofs",
            AgeSource.ByEye => "guessed by eye",
            _ => "source not recorded",
        };

    private static string LowerFirst(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
