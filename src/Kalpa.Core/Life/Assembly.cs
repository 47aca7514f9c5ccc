using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>One layer or fitting of a slope with its life distribution, its age, its stage and its factors. <paramref name="Life"/> null: not aged separately, or nothing known.</summary>
internal sealed record AssemblyComponent(
    Guid? Id,
    string Kind,
    string Name,
    StackPlace? Place,
    ComponentPart Part,
    ComponentJob Job,
    bool Assumed,
    bool KeepsWaterOut,
    ReferenceLife? Reference,
    double MisfitYears,
    IReadOnlyList<string> StageLooks,
    YearsLaid Laid,
    double[]? Weights,
    IReadOnlyList<LifeFactor> Factors,
    ComponentModel? Life
)
{
    public int? Stage => Weights is null ? null : Array.FindLastIndex(Weights, w => w >= Weights.Max());
}

/// <summary>
/// The stack of a slope: the covering, the layer that keeps the water out where the covering only sheds it (assumed as old as the covering where none was
/// recorded), and whatever else was recorded.
/// </summary>
internal static class Assembly
{
    public const string CoveringKey = "covering";

    public static IReadOnlyList<AssemblyComponent> Of(RuleBook book, LifeFacts facts)
    {
        var covering = book.Covering(facts.Kind);
        var components = facts.Components ?? [];
        var keeper = covering.KeepsWaterOut is null
            ? null
            : components.FirstOrDefault(c =>
                book.FindComponent(c.Kind) is { Job: ComponentJob.KeepsWaterOut, Part: ComponentPart.Governs }
            );
        // Copper recorded beside the panels is the panels' own metal: one sheet has one clock, that of its metal.
        var sheet = covering.Family == CoveringFamily.Metal ? components.FirstOrDefault(c => IsSheet(book, c)) : null;
        var parts = new List<AssemblyComponent> { OfCovering(book, covering, facts, sheet) };
        if (covering.KeepsWaterOut is { } kind && keeper is null)
        {
            var assumed = new ComponentLife(
                Guid.Empty,
                kind,
                StackPlace.Under,
                facts.LaidFrom,
                facts.LaidTo,
                facts.AgeSource,
                facts.Shares,
                facts.Earlier,
                facts.Evidence
            );
            parts.Add(OfComponent(book, assumed, facts, keeps: true) with { Id = null, Assumed = true });
        }
        foreach (var component in components)
        {
            var keeps = component == keeper;
            // The rating of the layer that keeps the water out may hang on the slope rather than on the component.
            var rated = keeps
                ? component with
                {
                    Shares = component.Shares ?? facts.Shares,
                    Earlier = component.Earlier is { Count: > 0 } ? component.Earlier : facts.Earlier,
                }
                : component;
            if (book.FindComponent(component.Kind) is not null && component != sheet)
            {
                parts.Add(OfComponent(book, rated, facts, keeps));
            }
        }
        return parts;
    }

    private static bool IsSheet(RuleBook book, ComponentLife component) =>
        book.FindComponent(component.Kind) is { Job: ComponentJob.ShedsWater, Part: ComponentPart.Governs, Family: CoveringFamily.Metal };

    private static AssemblyComponent OfCovering(RuleBook book, Covering covering, LifeFacts facts, ComponentLife? sheet)
    {
        var keeps = covering.KeepsWaterOut is null;
        var metal = sheet is null ? null : book.FindComponent(sheet.Kind);
        return Made(
            book,
            facts,
            covering.Family,
            metal is null ? covering.LifeIn(facts.Exposure) : metal.LifeIn(facts.Exposure),
            metal?.Stages ?? covering.Stages,
            keeps
                ? facts.Shares ?? sheet?.Shares
                : facts.CoveringShares ?? (covering.Family == CoveringFamily.Membrane ? facts.Shares : null),
            keeps ? (facts.Earlier is { Count: > 0 } ? facts.Earlier : sheet?.Earlier) : null,
            sheet is { LaidFrom: not null } && facts.LaidFrom is null
                ? (sheet.LaidFrom, sheet.LaidTo, sheet.AgeSource, sheet.Evidence)
                : (facts.LaidFrom, facts.LaidTo, facts.AgeSource, facts.Evidence),
            shaded: false,
            new AssemblyComponent(
                null,
                CoveringKey,
                metal?.Name ?? covering.Name,
                null,
                ComponentPart.Governs,
                ComponentJob.ShedsWater,
                false,
                keeps,
                null,
                0,
                metal?.StageLooks ?? covering.StageLooks,
                YearsLaid.Unknown,
                null,
                [],
                null
            )
        );
    }

    private static AssemblyComponent OfComponent(RuleBook book, ComponentLife component, LifeFacts facts, bool keeps)
    {
        var kind = book.FindComponent(component.Kind)!;
        return Made(
            book,
            facts,
            kind.Family,
            kind.LifeIn(facts.Exposure),
            kind.Stages,
            component.Shares,
            component.Earlier,
            (component.LaidFrom, component.LaidTo, component.AgeSource, component.Evidence),
            // Whatever walks, grows or falls on the tile does not reach what lies under it.
            shaded: component.Place == StackPlace.Under && book.Covering(facts.Kind) is { Family: CoveringFamily.Tile },
            new AssemblyComponent(
                component.Id,
                kind.Key,
                kind.Name,
                component.Place,
                kind.Part,
                kind.Job,
                false,
                keeps,
                null,
                0,
                kind.StageLooks,
                YearsLaid.Unknown,
                null,
                [],
                null
            )
        );
    }

    private static AssemblyComponent Made(
        RuleBook book,
        LifeFacts facts,
        CoveringFamily family,
        ReferenceLife? reference,
        StageModel stages,
        IReadOnlyList<StageShare>? shares,
        IReadOnlyList<EarlierLook>? earlier,
        (int? From, int? To, AgeSource Source, IReadOnlyList<YearEvidence>? Evidence) laid,
        bool shaded,
        AssemblyComponent part
    )
    {
        var weights = shares is null ? null : GoverningStage.Weights(shares);
        var years = YearsLaid.Of(laid.From, laid.To, laid.Source, laid.Evidence, weights is not null, facts.AsOf);
        var known = part with { Laid = years, Weights = weights };
        if (reference is null)
        {
            return known;
        }
        var factors = LifeFactors.Of(book, facts, family, weights is not null, shaded);
        var fit = WeibullFit.Through(reference.Low, reference.Likely, reference.High);
        // An age guessed from the look counts that look twice: beside a stage it is left out.
        var ages = years.Age?.Source == AgeSource.ByEye && weights is not null ? [] : years.Ages;
        var past = (earlier ?? [])
            .Where(e => e.On < facts.AsOf)
            .Select(e => (e.On, Weights: GoverningStage.Weights(e.Shares)))
            .Where(e => e.Weights is not null)
            .Select(e => new PastLook(Years.Between(e.On, facts.AsOf), e.Weights!))
            .ToList();
        var law = fit.Law.Stretched(LifeFactors.Product(factors));
        return known with
        {
            Reference = reference,
            MisfitYears = fit.MisfitYears,
            Factors = factors,
            Life = ages.Count == 0 && weights is null ? null : new ComponentModel(law, stages, ages, weights, past),
        };
    }
}
