using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>
/// Everything rain runs over on a plan, joined: strips of slopes, lines that gather, gutters and ways off the roof (methods, section 3). Built once, then
/// the water is sent down it, each node when all that runs to it has come.
/// </summary>
internal sealed partial class WaterNetwork
{
    /// <summary>A drain, scupper or downspout within this of a line or an eave takes its water, inches.</summary>
    private const double TakesWithinInches = 24;

    /// <summary>A slope flatter than this sends its water to its drains by nearness, not by its fall; rise in 12.</summary>
    private const double DeadFlatRise = 0.02;

    private readonly WaterBorders borders;
    private readonly IReadOnlyList<DetailFact> details;
    private readonly Dictionary<Guid, Outlet> detailOutlets = [];
    private readonly bool guttersWork;

    public List<Facet> Facets { get; }
    public List<Channel> Channels { get; } = [];
    public List<Gutter> Gutters { get; } = [];
    public List<Outlet> Outlets { get; } = [];
    public List<Border> Falls { get; } = [];
    public List<string> Notes { get; } = [];

    /// <summary>Square inches on the tops of things, by their detail.</summary>
    public Dictionary<Guid, double> Tops { get; } = [];

    public WaterNetwork(PlanFact plan, PlanShape shape, IReadOnlyList<PlanEdge> edges, IReadOnlyList<DetailFact> details, bool guttersWork)
    {
        this.details = details;
        this.guttersWork = guttersWork;
        borders = new WaterBorders(plan);
        Facets = WaterFacets.Of(plan, shape, details);
        var all = new List<Border>();
        foreach (var cell in Facets.SelectMany(f => f.Cells))
        {
            WorkBudget.Check();
            if (Drains(cell.Facet).Count > 0 && cell.Facet.Plan.RisePer12 < DeadFlatRise)
            {
                continue;
            }
            if (cell.Below is { } next)
            {
                cell.Exits.Add(new Exit(cell.U0, cell.U1, next, 1, 0, next.Top0, next.Top1, false));
                continue;
            }
            all.AddRange(borders.Of(cell));
        }
        MakeChannels([.. all.Where(b => b.Kind == BorderKind.Gathers)]);
        var falling = all.Where(b => b.Falls).ToList();
        MakeGutters(plan, falling);
        foreach (var border in all)
        {
            Join(border);
        }
        foreach (var gutter in Gutters)
        {
            GutterWays(gutter);
        }
        foreach (var channel in Channels)
        {
            ChannelWays(channel);
        }
        DriveOntoWalls(edges);
        TakeTops();
        Send();
    }

    private IEnumerable<Node> Nodes => [.. Facets.SelectMany(f => f.Cells), .. Channels, .. Gutters, .. Outlets];

    private List<DetailFact> Drains(Facet facet) =>
        [.. details.Where(d => d.Spot.SlopeId == facet.SlopeId && d.Kind is DetailKind.Drain or DetailKind.Scupper)];

    private Outlet OutletOf(DetailFact detail, Facet facet, bool assumed)
    {
        if (!detailOutlets.TryGetValue(detail.Id, out var outlet))
        {
            var at = facet.Plan.Frame.Place(detail.Spot);
            outlet = new Outlet
            {
                Kind = detail.Kind == DetailKind.Drain ? OutletKind.Drain : OutletKind.Scupper,
                SlopeId = facet.SlopeId,
                DetailId = detail.Id,
                FromPoint = at,
                ToPoint = at,
                Assumed = assumed,
            };
            detailOutlets[detail.Id] = outlet;
            Outlets.Add(outlet);
        }
        return outlet;
    }

    private void MakeChannels(List<Border> gathering)
    {
        var chains = new List<(Border First, Border Last)>();
        foreach (var border in gathering)
        {
            var at = chains.FindIndex(c => Continues(c.Last, border));
            if (at < 0)
            {
                chains.Add((border, border));
            }
            else
            {
                chains[at] = (chains[at].First, border);
            }
        }
        foreach (var (first, last) in chains)
        {
            var facet = first.Cell.Facet;
            var (high, low) = facet.Height(first.From) >= facet.Height(last.To) ? (first.From, last.To) : (last.To, first.From);
            Channels.Add(
                new Channel
                {
                    Kind = first.Channel,
                    Facet = facet,
                    OtherSlopeId = first.Other?.SlopeId,
                    DetailId = first.Thing?.Id,
                    Upper = high,
                    Lower = low,
                    UpperHeight = facet.Height(high),
                    LowerHeight = facet.Height(low),
                    Height = facet.Height(low),
                }
            );
        }
    }

    private static bool Continues(Border last, Border next) =>
        last.Cell.Facet == next.Cell.Facet
        && last.Channel == next.Channel
        && last.Other == next.Other
        && last.Thing?.Id == next.Thing?.Id
        && last.To.To(next.From) <= PlanTolerances.OnLineInches
        && Math.Abs((last.To - last.From).Unit.Cross((next.To - next.From).Unit)) <= PlanTolerances.ParallelSine;

    private static bool On(PlanPoint at, Channel channel) =>
        Polygons.OnSegment(at, channel.Upper, channel.Lower, PlanTolerances.OnLineInches);

    /// <summary>A chain of falling eaves that has a downspout is a gutter.</summary>
    private void MakeGutters(PlanFact plan, List<Border> falling)
    {
        if (!guttersWork)
        {
            return;
        }
        foreach (var part in plan.Parts)
        {
            var level = falling
                .Where(b =>
                    b.Cell.Facet.Part.Id == part.Id
                    && Math.Abs(b.Cell.Facet.Height(b.From) - b.Cell.Facet.Height(b.To)) <= PlanTolerances.LevelRise * b.From.To(b.To)
                )
                .ToList();
            foreach (var run in EaveRuns.Of(level))
            {
                var spouts = new List<Downspout>();
                foreach (var spout in details.Where(d => d.Kind == DetailKind.Downspout && run.SlopeIds.Contains(d.Spot.SlopeId)))
                {
                    var facet = Facets.First(f => f.SlopeId == spout.Spot.SlopeId);
                    var near = EaveRuns.Place(run.Line, facet.Plan.Frame.Place(spout.Spot));
                    if (near.Away <= TakesWithinInches)
                    {
                        spouts.Add(new Downspout { Detail = spout, At = near.At });
                    }
                }
                if (spouts.Count > 0)
                {
                    Gutters.Add(
                        new Gutter
                        {
                            Run = run,
                            Height = run.Height,
                            Downspouts = [.. spouts.OrderBy(d => d.At)],
                        }
                    );
                }
            }
        }
    }
}
