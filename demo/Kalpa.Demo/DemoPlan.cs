using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Water;

namespace Kalpa.Demo;

/// <summary>Draws a made-up roof plan in feet over slopes that were written down before, and brings these in step with it.</summary>
internal sealed class DemoPlan(DemoFacts facts)
{
    private readonly List<PlanPart> parts = [];
    private int details;

    /// <summary>A footprint: each corner in feet with the letter of the slope that rises from its edge; no letter, a gable.</summary>
    public void Part(
        string name,
        PartKind kind,
        double heightFeet,
        double rise,
        (double X, double Y, string Letter)[] corners,
        Under under,
        string? onSlope = null
    ) =>
        Add(
            name,
            kind,
            heightFeet,
            under,
            [
                .. corners.Select(
                    (c, i) =>
                        Corner(name, i, c.X, c.Y) with
                        {
                            SlopeId = c.Letter.Length > 0 ? facts.Id(c.Letter) : facts.Id($"plan/{name}/edge-{i}"),
                            RisePer12 = rise,
                            Gable = c.Letter.Length == 0,
                        }
                ),
            ],
            onSlope: onSlope
        );

    /// <summary>A part that is one slope; corners in feet, each with the height of the parapet on its edge.</summary>
    public void OneSlope(
        string name,
        PartKind kind,
        double heightFeet,
        double rise,
        double azimuth,
        string letter,
        (double X, double Y, double ParapetInches)[] corners,
        Under under
    ) =>
        Add(
            name,
            kind,
            heightFeet,
            under,
            [.. corners.Select((c, i) => Corner(name, i, c.X, c.Y) with { OverhangInches = 0, ParapetInches = c.ParapetInches })],
            new LoneSlope(facts.Id(letter), rise, azimuth)
        );

    private PlanCorner Corner(string name, int number, double x, double y) =>
        new(facts.Id($"plan/{name}/{number}"), x * 12, y * 12, facts.Id($"plan/{name}/edge-{number}"), 0);

    private void Add(
        string name,
        PartKind kind,
        double heightFeet,
        Under under,
        IReadOnlyList<PlanCorner> corners,
        LoneSlope? alone = null,
        string? onSlope = null
    ) =>
        parts.Add(
            new PlanPart(
                facts.Id($"plan/{name}"),
                name,
                kind,
                heightFeet * 12,
                corners,
                alone,
                onSlope is null ? null : facts.Id(onSlope),
                under
            )
        );

    /// <summary>A common form over the slopes that were written down before: sizes in feet, the way its front looks in degrees from north.</summary>
    public void CommonForm(string name, StarterForm form, double wideFeet, double deepFeet, double rise, double frontAzimuth)
    {
        var slopes = facts.Facts.Select(f => f.Fact).OfType<SlopeFact>().ToList();
        var ids = Enumerable.Range(0, PlanStarters.IdsOf(form)).Select(i => facts.Id($"plan/{form}/{i}".ToLowerInvariant())).ToList();
        var request = new StarterRequest(
            form,
            wideFeet * 12,
            deepFeet * 12,
            rise,
            frontAzimuth,
            0,
            0,
            HouseHeightInches,
            PartKind.House,
            ids,
            slopes
        );
        parts.Add(PlanStarters.Of(request).Part! with { Name = name });
    }

    private const double HouseHeightInches = 168;

    /// <summary>At a place of the plan, feet; sizes in inches.</summary>
    public void Detail(
        string kind,
        double x,
        double y,
        string name = "",
        double? wide = null,
        double? deep = null,
        bool? cricket = null,
        bool? kickOut = null,
        GutterSize? gutter = null
    )
    {
        var spot = SpotAt(x, y);
        facts.Add(
            FactKind.Detail,
            new DetailFact(facts.Id($"detail-{++details}"), facts.RoofId, kind, spot, wide, deep, null, cricket, kickOut, name)
            {
                Gutter = gutter,
            }
        );
    }

    public Spot SpotAt(double x, double y) =>
        DetailPlaces.At(PlanSolver.Solve(Plan), x * 12, y * 12, null)
        ?? throw new InvalidOperationException($"The demo's {x} ft, {y} ft lies beside the roof.");

    public double? IceBarrierInches { get; init; }

    private PlanFact Plan =>
        new(facts.Id("plan"), facts.RoofId, true, "Taped from the ground and the ladder", parts, [], 6, IceBarrierInches);

    public void Settle()
    {
        var slopes = facts.Facts.Select(f => f.Fact).OfType<SlopeFact>().ToList();
        var changed = PlanSlopes.Of(new PlanSlopesRequest(null, Plan, slopes, new DateOnly(2026, 9, 1))).Changed;
        foreach (var slope in changed)
        {
            facts.Facts[facts.Facts.FindIndex(f => f.Fact.Id == slope.Id)] = (FactKind.Slope, slope);
        }
        facts.Add(FactKind.Plan, Plan);
    }
}
