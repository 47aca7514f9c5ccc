using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>The answer read from a network after the water has run down it.</summary>
internal sealed partial class RainMap(WaterNetwork network, RainRequest request, bool draws = true)
{
    /// <summary>Drawn courses of drops stand this far apart, inches, more on a large roof.</summary>
    private const double PathSpacing = 30;

    private const int MostPaths = 240;
    private const int MostPolygons = 300;
    private const int LongestCourse = 200;

    public RainAnswer Answer()
    {
        var rain = network.Facets.SelectMany(f => f.Cells).Sum(c => c.OwnArea) + network.Tops.Values.Sum();
        List<WaterOutlet> outlets = [.. network.Outlets.Select(Of).Where(o => o.Area.Total > 0), .. Tops()];
        return new RainAnswer(
            true,
            request.InchesPerHour,
            RainMaps.Feet2(rain),
            outlets.Sum(o => o.Area.RoofSquareFeet),
            outlets,
            [.. network.Falls.Select(Of)],
            [.. Channels()],
            [.. network.Gutters.Select(Of)],
            // Nobody draws where the water of every detail comes from: that of a tapped place is drawn.
            [.. request.Details.Select(new RainMap(network, request, draws: false).At).OfType<ArrivingWater>()],
            [.. (request.Points ?? []).Select(p => At(new PlanPoint(p.X, p.Y)))],
            request.Paths ? Paths() : [],
            [.. network.Notes.Distinct(), .. OffPlan()],
            OutletSizes.Of(this, request.Details, request.InchesPerHour),
            DetailNames.Of(request.Details)
        );
    }

    private double Gpm(double squareFeet) => Quantise.Measure(Hydraulics.RainGpm(squareFeet, request.InchesPerHour));

    private static WaterArea Area(IEnumerable<Inflow> flows) => Area(flows.Select(f => (f.Amount, f.Wall)));

    private static WaterArea Area(IEnumerable<(double Amount, bool Wall)> flows)
    {
        var (roof, wall) = (0.0, 0.0);
        foreach (var (amount, isWall) in flows)
        {
            (roof, wall) = isWall ? (roof, wall + amount) : (roof + amount, wall);
        }
        return new WaterArea(RainMaps.Feet2(roof), RainMaps.Feet2(wall));
    }

    private WaterOutlet Of(Outlet outlet)
    {
        var area = Area(outlet.In);
        return new WaterOutlet(
            outlet.Kind,
            outlet.SlopeId,
            outlet.DetailId,
            RainMaps.Point(outlet.FromPoint),
            RainMaps.Point(outlet.ToPoint),
            area,
            Gpm(area.Total),
            Quantise.Feet(RainMaps.Feet(outlet.FromPoint.To(outlet.ToPoint))),
            outlet.Assumed
        );
    }

    private IEnumerable<WaterOutlet> Tops() =>
        from top in network.Tops
        let detail = request.Details.First(d => d.Id == top.Key)
        let facet = network.Facets.First(f => f.SlopeId == detail.Spot.SlopeId)
        let at = RainMaps.Point(facet.Plan.Frame.Place(detail.Spot))
        let area = new WaterArea(RainMaps.Feet2(top.Value), 0)
        select new WaterOutlet(OutletKind.TopOfThing, facet.SlopeId, detail.Id, at, at, area, Gpm(area.Total), 0, false);

    private static WaterStretch Of(Border border)
    {
        var cell = border.Cell;
        IEnumerable<Inflow> flows = cell.Exposed ? [.. cell.In, cell.Own] : cell.In;
        var foot = 1 / RainMaps.Feet(border.From.To(border.To)) * RainMaps.Feet(border.U1 - border.U0);
        double Per(double u) => flows.Where(f => !f.IsStream && !f.Wall && u >= f.U0 && u <= f.U1).Sum(f => f.At(u)) / 12 * foot;
        return new WaterStretch(
            cell.Facet.SlopeId,
            RainMaps.Point(border.From),
            RainMaps.Point(border.To),
            Quantise.Measure(Per(border.U0)),
            Quantise.Measure(Per(border.U1)),
            RainMaps.Feet2(flows.Where(f => !f.Wall).Sum(f => f.Between(border.U0, border.U1))),
            cell.Exits.Exists(e => e.To is Gutter && e.U0 <= border.U0 && e.U1 >= border.U1)
        );
    }

    /// <summary>A valley is two lines in one place, one for each slope: they are told as one, by where it ends.</summary>
    private IEnumerable<WaterChannel> Channels()
    {
        foreach (
            var group in network.Channels.GroupBy(c =>
                (c.Kind, RainMaps.Point(c.Lower), c.Kind == ChannelKind.Valley ? Pair(c) : (c.Facet.SlopeId, Guid.Empty))
            )
        )
        {
            var first = group.MaxBy(c => c.Inches)!;
            var area = Area(group.SelectMany(c => c.In));
            yield return new WaterChannel(
                first.Kind,
                first.Facet.SlopeId,
                first.OtherSlopeId,
                first.DetailId,
                RainMaps.Point(first.Upper),
                RainMaps.Point(first.Lower),
                area,
                Gpm(area.Total),
                first.IsLevel ? Quantise.Feet(RainMaps.Feet(first.Inches)) : 0
            );
        }
        static (Guid, Guid) Pair(Channel channel) =>
            channel.OtherSlopeId is { } other && other.CompareTo(channel.Facet.SlopeId) < 0
                ? (other, channel.Facet.SlopeId)
                : (channel.Facet.SlopeId, channel.OtherSlopeId ?? Guid.Empty);
    }

    private WaterGutter Of(Gutter gutter) =>
        new(
            gutter.Run.SlopeIds,
            [.. gutter.Run.Line.Select(RainMaps.Point)],
            Quantise.Feet(RainMaps.Feet(gutter.Run.Inches)),
            [.. gutter.Downspouts.Select(spout => Of(gutter, spout))],
            gutter.Downspouts.Count > 1
        );

    private GutterShare Of(Gutter gutter, Downspout spout)
    {
        var area = Area(
            gutter.In.SelectMany(f => spout.Stretches.Select(s => (Amount: Arriving(f, s.From, s.To, gutter.Run.Inches), f.Wall)))
        );
        var (square, feet) = Heaviest(gutter, spout);
        return new GutterShare(spout.Detail.Id, area, Gpm(area.Total), Gpm(square), Quantise.Feet(feet));
    }

    /// <summary>A gutter that runs to its downspout from both sides is as full as the fuller of them: square feet that drain to that side, and its length in feet.</summary>
    private static (double SquareFeet, double Feet) Heaviest(Gutter gutter, Downspout spout) =>
        spout
            .Stretches.Select(s =>
                (SquareFeet: RainMaps.Feet2(gutter.In.Sum(f => f.Between(s.From, s.To))), Feet: RainMaps.Feet(s.To - s.From))
            )
            .OrderByDescending(s => s.SquareFeet)
            .FirstOrDefault();

    /// <summary>A stream at the very end of a gutter belongs to its last stretch.</summary>
    private static double Arriving(Inflow flow, double from, double to, double length) =>
        flow.Between(from, to >= length - PlanTolerances.OnLineInches ? to + PlanTolerances.OnLineInches : to);

    /// <summary>What every downspout, drain and scupper takes that some water reaches.</summary>
    public IEnumerable<CarriedWater> Carried() =>
        from detail in request.Details
        let carried = Carried(detail)
        where carried is not null
        select carried;

    private CarriedWater? Carried(DetailFact detail)
    {
        // A downspout is an outlet too where it ends: its gutter says from where the water comes.
        if (network.Gutters.Find(g => g.Downspouts.Any(d => d.Detail.Id == detail.Id)) is { } gutter)
        {
            var spout = gutter.Downspouts.First(d => d.Detail.Id == detail.Id);
            var (square, feet) = Heaviest(gutter, spout);
            return new CarriedWater(detail, Of(gutter, spout).Area, square, feet);
        }
        return network.Outlets.Find(o => o.DetailId == detail.Id) is { } outlet && Area(outlet.In) is { Total: > 0 } area
            ? new CarriedWater(detail, area, area.Total, 0)
            : null;
    }

    private IEnumerable<string> OffPlan() =>
        from detail in request.Details
        where detail.Kind is DetailKind.Drain or DetailKind.Scupper or DetailKind.Downspout
        let facet = network.Facets.Find(f => f.SlopeId == detail.Spot.SlopeId)
        where facet is not null
        let area = network.Outlets.Find(o => o.DetailId == detail.Id)
        where area is null && !network.Gutters.Exists(g => g.Downspouts.Any(d => d.Detail.Id == detail.Id))
        select $"No water runs to the {Wording.Sentences.Lower(DetailNames.Of(detail, request.Details))} where it is on the plan. Check its place.";

    /// <summary>What arrives at a spot: a detail's whole width where it stands there, else a strip of a foot. Null off the roof.</summary>
    public ArrivingWater? Arriving(Spot spot)
    {
        if (request.Details.FirstOrDefault(d => d.Spot == spot) is { } detail)
        {
            return At(detail);
        }
        var facet = network.Facets.Find(f => f.SlopeId == spot.SlopeId);
        return
            facet is null || !double.IsFinite(spot.Along) || !double.IsFinite(spot.Up) || facet.CellAt(facet.Plan.Frame.Place(spot)) is null
            ? null
            : Strip(null, facet, facet.Plan.Frame.Place(spot), facet.Plan.Frame.Place(spot), request.StripFeet * 12);
    }

    /// <summary>What arrives at the lower end of a side wall: the strip of slope beside it, and the wall's own.</summary>
    public ArrivingWater? ArrivingAtWallEnd(Guid slopeId, PlanPoint end)
    {
        if (network.Facets.Find(f => f.SlopeId == slopeId) is not { } facet)
        {
            return null;
        }
        var half = request.StripFeet * 6;
        foreach (var side in new[] { 1, -1 })
        {
            var at = end + (facet.Plan.Frame.Along * (side * half)) - (facet.Down * PlanTolerances.OnLineInches);
            if (facet.CellAt(at) is not null && facet.Has(at))
            {
                return Strip(null, facet, at, at, 2 * half);
            }
        }
        return null;
    }

    private ArrivingWater? At(DetailFact detail)
    {
        var facet = network.Facets.Find(f => f.SlopeId == detail.Spot.SlopeId);
        if (facet is null || !double.IsFinite(detail.Spot.Along) || !double.IsFinite(detail.Spot.Up))
        {
            return null;
        }
        var place = facet.Plan.Frame.Place(detail.Spot);
        if (network.Outlets.Find(o => o.DetailId == detail.Id) is { } outlet)
        {
            return Told(
                detail.Id,
                place,
                facet,
                Area(outlet.In),
                0,
                outlet.In,
                draws ? [.. outlet.In.SelectMany(f => Came(f, f.U0, f.U1))] : [],
                [RainMaps.Point(place)]
            );
        }
        if (network.Gutters.Find(g => g.Downspouts.Any(d => d.Detail.Id == detail.Id)) is { } gutter)
        {
            var share = Of(gutter, gutter.Downspouts.First(d => d.Detail.Id == detail.Id));
            return Told(detail.Id, place, facet, share.Area, 0, [], [], [RainMaps.Point(place)]);
        }
        var thing = facet.Things.Find(t => t.Detail.Id == detail.Id);
        if (thing.Detail is null)
        {
            return Strip(detail.Id, facet, place, place, request.StripFeet * 12);
        }
        // Its uphill side is where the water meets it.
        var uphill = thing.Loop[2].Towards(thing.Loop[3], 0.5);
        return Strip(detail.Id, facet, place, uphill - (facet.Down * PlanTolerances.OnLineInches), detail.WidthInches!.Value);
    }

    private ArrivingWater At(PlanPoint at)
    {
        var facet = network.Facets.Where(f => f.Has(at)).MaxBy(f => f.Height(at));
        if (facet is null)
        {
            var thing = network.Facets.Exists(f => f.Things.Exists(t => Polygons.Contains(t.Loop, at)));
            return new ArrivingWater(
                null,
                at.X,
                at.Y,
                null,
                null,
                0,
                0,
                0,
                false,
                [],
                [],
                thing ? "On top of something that stands on the slope." : "Outside the roof."
            );
        }
        var near = Near(facet, at, request.StripFeet * 6);
        return near.Count > 0 ? Line(facet, at, near) : Strip(null, facet, at, at, request.StripFeet * 12);
    }

    /// <summary>Lines that gather water within so many inches of a place, at its height.</summary>
    private List<Channel> Near(Facet facet, PlanPoint at, double inches) =>
        [
            .. network.Channels.Where(c =>
                Polygons.DistanceToSegment(at, c.Upper, c.Lower) <= inches
                && Math.Abs(c.Facet.Height(at) - facet.Height(at)) <= Math.Max(request.StripFeet * 12, inches)
            ),
        ];

    /// <summary>What runs down the valley or along the wall that a spot lies on, within so many inches: a pin is put by hand. Null where none does.</summary>
    public ArrivingWater? GatheredAt(Spot spot, double withinInches)
    {
        if (
            network.Facets.Find(f => f.SlopeId == spot.SlopeId) is not { } facet
            || !double.IsFinite(spot.Along)
            || !double.IsFinite(spot.Up)
        )
        {
            return null;
        }
        var at = facet.Plan.Frame.Place(spot);
        var near = Near(facet, at, withinInches);
        return near.Count > 0 ? Line(facet, at, near) : null;
    }

    private ArrivingWater Strip(Guid? detail, Facet facet, PlanPoint shown, PlanPoint at, double width)
    {
        var (u, v) = facet.Of(at);
        var (from, to) = (u - (width / 2), u + (width / 2));
        var arriving = new List<(double Amount, bool Wall)>();
        var gathered = false;
        var ground = new List<List<PlanPoint>>();
        foreach (var cell in facet.Cells)
        {
            var (a, b) = (Math.Max(from, cell.U0), Math.Min(to, cell.U1));
            var middle = (a + b) / 2;
            if (b <= a || v < cell.Top(middle) - PlanTolerances.OnLineInches || v > cell.Bottom(middle) + PlanTolerances.OnLineInches)
            {
                continue;
            }
            if (cell.Exposed)
            {
                arriving.Add((Math.Max(0, v - ((cell.Top(a) + cell.Top(b)) / 2)) * (b - a), false));
            }
            foreach (
                var flow in cell.In.Where(f => f.LandsAt(Math.Clamp(middle, f.U0, Math.Max(f.U0, f.U1))) <= v + PlanTolerances.OnLineInches)
            )
            {
                var amount = flow.Between(a, b);
                if (amount > 0)
                {
                    arriving.Add((amount, flow.Wall));
                    gathered |= flow.IsStream && !flow.Wall;
                }
            }
            Ground(cell, a, b, v, ground);
        }
        return Told(detail, shown, facet, Area(arriving), RainMaps.Feet(width), gathered, ground, draws ? Onward(facet, at) : []);
    }

    private ArrivingWater Line(Facet facet, PlanPoint at, List<Channel> channels)
    {
        var arriving = new List<(double Amount, bool Wall)>();
        var ground = new List<List<PlanPoint>>();
        foreach (var channel in channels)
        {
            var s = Math.Clamp((at - channel.Upper).Dot(channel.Direction), 0, channel.Inches);
            var (from, to) = channel.IsLevel ? (0, channel.Inches) : (0, s);
            foreach (var flow in channel.In)
            {
                var amount = flow.Between(from, to + PlanTolerances.OnLineInches);
                if (amount > 0)
                {
                    arriving.Add((amount, flow.Wall));
                    Upstream(flow, Math.Max(flow.U0, from), Math.Min(flow.U1, to), ground);
                }
            }
        }
        return Told(null, at, facet, Area(arriving), 0, true, ground, draws ? Onward(facet, at) : []);
    }

    private ArrivingWater Told(
        Guid? detail,
        PlanPoint at,
        Facet facet,
        WaterArea area,
        double width,
        List<Inflow> flows,
        List<List<PlanPoint>> ground,
        List<RainPoint> onward
    ) => Told(detail, at, facet, area, width, flows.Exists(f => f.IsStream), ground, onward);

    private ArrivingWater Told(
        Guid? detail,
        PlanPoint at,
        Facet facet,
        WaterArea area,
        double width,
        bool gathered,
        List<List<PlanPoint>> ground,
        List<RainPoint> onward
    )
    {
        var rounded = new WaterArea(Quantise.Area(area.RoofSquareFeet), Quantise.Area(area.WallSquareFeet));
        var gpm = Gpm(area.Total);
        return new ArrivingWater(
            detail,
            Quantise.Measure(at.X),
            Quantise.Measure(at.Y),
            facet.SlopeId,
            rounded,
            gpm,
            Quantise.Feet(width),
            width > 0 ? Quantise.Area(area.Total / width) : 0,
            gathered,
            [.. ground.Select(g => (IReadOnlyList<RainPoint>)[.. g.Select(RainMaps.Point)])],
            onward,
            RainWords.Arrives(rounded, gpm, request.InchesPerHour, width, gathered)
        );
    }
}
