using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>
/// Remaining life of a slope (methods, section 6): reference lives of its components, ISO 15686-8 factors, ages, the stages seen, and three schools side by
/// side. A slope ends with the first of the components that cannot be renewed alone. An age guessed from the look is not combined with the look, which would
/// count one thing twice.
/// </summary>
public static class RemainingLife
{
    private static readonly int[] ChanceYears = [1, 2, 3, 5, 8, 10, 15, 20];

    public static LifeAnswer Of(RuleBook book, LifeFacts facts) => Of(book, facts, ChanceYearsOf(facts));

    /// <summary>With the chance of lasting each of some years.</summary>
    internal static LifeAnswer Of(RuleBook book, LifeFacts facts, IReadOnlyList<int> chanceYears)
    {
        var parts = Assembly.Of(book, facts);
        var keeper = parts.First(p => p.KeepsWaterOut);
        var alone = parts.ToDictionary(p => p, AloneOf);
        var unseen = UnseenUnderlayment.Of(book.Covering(facts.Kind), parts);
        // What nobody saw decides all the same: the tile over it does not take its place.
        var governing = unseen is null ? Governing(parts, alone, keeper) : keeper;
        var schools = Schools(parts, alone, keeper, governing, chanceYears, unseen);
        var (stated, why) = unseen is null ? Chosen(schools, governing, facts) : ChosenUnseen(schools, facts);
        var left = facts.Overruled ?? stated?.Left;
        var clash = AgeAndLook.Clash(governing);
        var factors = parts.SelectMany(p => p.Factors).DistinctBy(f => f.Key).ToList();
        var answer = new LifeAnswer(
            left,
            stated?.School,
            why,
            facts.Overruled is not null && stated?.Left is { } computed
                ? new OverruledLife(computed, Sentences.Ended(facts.OverruleReason))
                : null,
            governing.Laid.Age,
            governing.Reference ?? keeper.Reference!,
            Quantise.Years(governing.MisfitYears),
            governing.Name,
            [.. parts.Select(p => ComponentAnswers.Of(p, alone[p], p == governing, facts.AsOf, p == keeper ? unseen : null))],
            factors,
            schools,
            facts.Overruled is { } own ? OwnFigures.Chances(own, chanceYears) : stated?.Chances ?? [],
            [],
            LifeWords.Reasons(parts, governing, factors, facts, clash, unseen),
            left is null && unseen is not null ? UnseenUnderlayment.Headline : LifeWords.Headline(left),
            clash,
            unseen
        );
        return facts.Deep ? LifeDepths.Of(book, facts, answer, parts) : answer;
    }

    /// <summary>Remaining life of a component alone, from the best that is known of it; null where nothing is.</summary>
    private static RemainingYears? AloneOf(AssemblyComponent part)
    {
        if (part.Life is not { } life)
        {
            return null;
        }
        var joint = new JointLife([life]);
        return life switch
        {
            { HasAge: true } => joint.Combined(),
            _ => joint.WhatIsSeen(),
        };
    }

    /// <summary>The one that ends first: the lowest likely figure; the layer that keeps the water out where none is known.</summary>
    private static AssemblyComponent Governing(
        IReadOnlyList<AssemblyComponent> parts,
        Dictionary<AssemblyComponent, RemainingYears?> alone,
        AssemblyComponent keeper
    ) =>
        parts
            .Where(p => p.Part == ComponentPart.Governs && alone[p] is not null)
            .OrderBy(p => Quantise.Years(alone[p]!.Quantile(WeibullFit.LikelyShare)))
            .ThenByDescending(p => p.KeepsWaterOut)
            .FirstOrDefault()
        ?? keeper;

    private static List<SchoolAnswer> Schools(
        IReadOnlyList<AssemblyComponent> parts,
        Dictionary<AssemblyComponent, RemainingYears?> alone,
        AssemblyComponent keeper,
        AssemblyComponent governing,
        IReadOnlyList<int> years,
        UnseenLayer? unseen
    )
    {
        if (unseen is not null)
        {
            return UnseenSchools(keeper, years);
        }
        var taken = Models(parts, alone);
        var joint = taken.Count == 0 ? null : new JointLife(taken);
        // One component alone was computed already.
        RemainingYears? Both() => taken is [{ HasAge: true } only] ? alone.First(a => a.Key.Life == only).Value : joint?.Combined();
        var aged = keeper.Laid.Age is not null;
        var seen = parts.Any(p => p.Part == ComponentPart.Governs && p.Weights is not null);
        var rated = seen || parts.Any(p => p is { Part: ComponentPart.Governs, Life.Rated: true });
        var byLook = keeper.Laid.Age?.Source == AgeSource.ByEye;
        return
        [
            !aged || !rated ? Without(School.Combined, aged ? "No stage is recorded." : "No age is known.")
            : byLook ? Without(School.Combined, "The age was estimated from the condition, so the two count as one source.")
            : With(
                School.Combined,
                Both(),
                years,
                !seen ? "Age and the condition at an earlier visit combined."
                    : governing.Stage >= JointLife.LookLeadsFrom ? "Age and condition combined; from stage 2 on, condition leads."
                    : "Age and condition combined."
            ),
            seen
                ? With(School.WhatIsSeen, joint?.WhatIsSeen(), years, "The observed stage, with the reference life.")
                : Without(School.WhatIsSeen, "No stage is recorded."),
            aged
                ? With(School.AgeTable, AgeTable(parts, taken), years, "Reference life less the age, given that it is still in service.")
                : Without(School.AgeTable, "No age is known."),
        ];
    }

    /// <summary>Charts alone can speak of a layer that nobody saw; the look of what lies over it does not.</summary>
    private static List<SchoolAnswer> UnseenSchools(AssemblyComponent keeper, IReadOnlyList<int> years)
    {
        const string why = "The underlayment was not seen.";
        return
        [
            Without(School.Combined, why),
            Without(School.WhatIsSeen, why),
            keeper.Life is { HasAge: true } life
                ? With(School.AgeTable, new JointLife([life]).AgeTable(), years, "Charts alone, if the underlayment is as old as the tile.")
                : Without(School.AgeTable, "No age is known."),
        ];
    }

    /// <summary>Nothing is stated of what was not seen, unless the inspector chooses the charts for this slope.</summary>
    private static (SchoolAnswer? Stated, string Why) ChosenUnseen(IReadOnlyList<SchoolAnswer> schools, LifeFacts facts) =>
        schools.FirstOrDefault(s => s.School == facts.ChosenSchool && s.Left is not null) is { } chosen
            ? (chosen, "chosen by the inspector for this slope")
            : (null, "the underlayment was not seen");

    /// <summary>An age by eye is left out beside a stage, but the age table is of the age alone.</summary>
    private static RemainingYears? AgeTable(IReadOnlyList<AssemblyComponent> parts, IReadOnlyList<ComponentModel> taken)
    {
        if (taken.Any(t => t.HasAge))
        {
            return new JointLife(taken).AgeTable();
        }
        var aged = parts.FirstOrDefault(p => p is { KeepsWaterOut: true, Life: not null, Laid.Ages.Count: > 0 });
        return aged is null ? null : new JointLife([aged.Life!.Aged(aged.Laid.Ages)]).AgeTable();
    }

    /// <summary>
    /// Every component that may be the first to end. None is left out however sure it is to outlast the others: its leaving, when another wears more, would
    /// itself move the figure.
    /// </summary>
    private static List<ComponentModel> Models(
        IReadOnlyList<AssemblyComponent> parts,
        Dictionary<AssemblyComponent, RemainingYears?> alone
    ) => [.. parts.Where(p => p.Part == ComponentPart.Governs && alone[p] is not null).Select(p => p.Life!)];

    /// <summary>The inspector's choice, else the firm's, else age and look together; the next that has an answer where that one has none.</summary>
    private static (SchoolAnswer? Stated, string Why) Chosen(
        IReadOnlyList<SchoolAnswer> schools,
        AssemblyComponent governing,
        LifeFacts facts
    )
    {
        SchoolAnswer? Of(School? school) => schools.FirstOrDefault(s => s.School == school && s.Left is not null);
        if (Of(facts.ChosenSchool) is { } chosen)
        {
            return (chosen, "chosen by the inspector for this slope");
        }
        if (Of(facts.FirmSchool) is { } firm)
        {
            return (firm, "the firm's default");
        }
        var usual = schools.FirstOrDefault(s => s.Left is not null);
        return usual?.School switch
        {
            null => (null, "neither age nor stage is recorded"),
            School.Combined when governing.Stage >= JointLife.LookLeadsFrom => (
                usual,
                "age and stage are both recorded; at this much wear, condition leads"
            ),
            School.Combined => (usual, "age and stage are both recorded, and each corrects the other"),
            School.WhatIsSeen => (usual, "only the stage is recorded"),
            _ => (usual, "only the age is known: no stage is recorded"),
        };
    }

    private static SchoolAnswer With(School school, RemainingYears? left, IReadOnlyList<int> chanceYears, string why) =>
        left is null
            ? Without(school, "Too little is known of the components.")
            : new SchoolAnswer(
                school,
                YearsOf(left),
                why,
                [.. chanceYears.Select(years => new SurvivalChance(years, Quantise.Chance(left.ChanceOfAtLeast(years))))]
            );

    internal static YearsLeft YearsOf(RemainingYears left) =>
        new(
            Quantise.Years(left.Quantile(WeibullFit.LowShare)),
            Quantise.Years(left.Quantile(WeibullFit.LikelyShare)),
            Quantise.Years(left.Quantile(WeibullFit.HighShare))
        );

    private static int[] ChanceYearsOf(LifeFacts facts) =>
        facts.HorizonYears is { } horizon ? [.. ChanceYears.Append(horizon).Distinct().Order()] : ChanceYears;

    private static SchoolAnswer Without(School school, string why) => new(school, null, why, []);
}
