using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Skeletons;

/// <summary>A corner of the wave: between the fronts of two slopes, running on a path since it left a node.</summary>
internal sealed record WaveCorner(int Before, int After, Path Path, int Left);

/// <summary>
/// What becomes of one loop of the wave at the height where something happens in it. Instead of telling apart the kinds of event, the loop is taken as
/// it lies there: corners that coincide become one node, fronts are cut where a corner lies on them, pieces that lie on each other head on become a
/// ridge, and what is left is traced into loops anew. So any number of things may happen at once, as they do on regular roofs.
/// </summary>
/// <param name="thorough">
/// Whether every corner is looked for on every front. Only reflex corners, and corners that came together, can lie there; the quick way trusts that,
/// and the caller checks that its slopes tile.
/// </param>
internal sealed class WaveCleaner(Front[] fronts, FaceBuilder faces, List<WaveCorner> loop, double z, bool thorough)
{
    private readonly record struct Piece(int From, int To, int Face);

    private readonly List<PlanPoint> places = [.. loop.Select(c => c.Path.Place(z))];
    private readonly List<PlanPoint> spots = [];
    private readonly List<int> nodeOf = [];
    private int[] spotOf = [];

    /// <summary>The loops that go on; null with the edge when two slopes of unequal pitch have run into one level line.</summary>
    public (List<List<WaveCorner>>? Loops, int? Stuck) Run()
    {
        spotOf = [.. places.Select(Spot)];
        var cut = Cut();
        var eventful = Eventful(cut);
        EndPaths(eventful);
        var open = CancelHeadOn(cut, eventful);
        var loops = new List<List<WaveCorner>>();
        while (open.Count > 0)
        {
            WorkBudget.Check();
            var trace = Trace(open);
            if (Rebuild(trace, eventful) is not { } rebuilt)
            {
                return (null, trace[0].Face);
            }
            if (rebuilt.Count > 2)
            {
                loops.Add(rebuilt);
            }
        }
        return (loops, null);
    }

    private int Spot(PlanPoint place)
    {
        for (var i = 0; i < spots.Count; i++)
        {
            var (dx, dy) = (spots[i].X - place.X, spots[i].Y - place.Y);
            if (Math.Abs(dx) <= PlanTolerances.SameInches && (dx * dx) + (dy * dy) <= SameSquared)
            {
                return i;
            }
        }
        spots.Add(place);
        nodeOf.Add(-1);
        return spots.Count - 1;
    }

    private const double SameSquared = PlanTolerances.SameInches * PlanTolerances.SameInches;

    /// <summary>Fronts as pieces between spots, those of no length left out.</summary>
    private List<Piece> Cut()
    {
        var may = MayLieOnFronts();
        var pieces = new List<Piece>(loop.Count);
        for (var i = 0; i < loop.Count; i++)
        {
            var (from, to) = (spotOf[i], spotOf[i + 1 == loop.Count ? 0 : i + 1]);
            if (from == to)
            {
                continue;
            }
            List<int>? between = null;
            foreach (var spot in may)
            {
                if (spot != from && spot != to && Polygons.OnSegment(spots[spot], spots[from], spots[to], PlanTolerances.SameInches))
                {
                    (between ??= []).Add(spot);
                }
            }
            var last = from;
            if (between is not null)
            {
                var along = spots[to] - spots[from];
                foreach (var spot in between.OrderBy(s => (spots[s] - spots[from]).Dot(along)))
                {
                    pieces.Add(new Piece(last, spot, loop[i].After));
                    last = spot;
                }
            }
            pieces.Add(new Piece(last, to, loop[i].After));
        }
        return pieces;
    }

    private List<int> MayLieOnFronts()
    {
        var seen = new bool[spots.Count];
        var may = new List<int>();
        for (var i = 0; i < loop.Count; i++)
        {
            var spot = spotOf[i];
            var reflex = fronts[loop[i].Before].Along.Cross(fronts[loop[i].After].Along) < -PlanTolerances.ParallelSine;
            if ((thorough || reflex || seen[spot]) && !may.Contains(spot))
            {
                may.Add(spot);
            }
            seen[spot] = true;
        }
        return may;
    }

    /// <summary>Spots where anything happens: several corners came together, or a corner lies on a front that is not its own.</summary>
    private HashSet<int> Eventful(List<Piece> pieces)
    {
        var touched = new int[spots.Count];
        foreach (var piece in pieces)
        {
            touched[piece.From]++;
            touched[piece.To]++;
        }
        var corners = new int[spots.Count];
        foreach (var spot in spotOf)
        {
            corners[spot]++;
        }
        var eventful = new HashSet<int>();
        for (var spot = 0; spot < spots.Count; spot++)
        {
            if (corners[spot] > 1 || touched[spot] != 2)
            {
                eventful.Add(spot);
            }
        }
        return eventful;
    }

    private void EndPaths(HashSet<int> eventful)
    {
        for (var i = 0; i < loop.Count; i++)
        {
            if (eventful.Contains(spotOf[i]))
            {
                faces.Ran(loop[i].Left, NodeAt(spotOf[i]), loop[i].Before, loop[i].After);
            }
        }
    }

    private int NodeAt(int spot)
    {
        if (nodeOf[spot] < 0)
        {
            nodeOf[spot] = faces.Node(spots[spot], z);
        }
        return nodeOf[spot];
    }

    private List<Piece> CancelHeadOn(List<Piece> pieces, HashSet<int> eventful)
    {
        var open = new List<Piece>();
        foreach (var piece in pieces)
        {
            var against = open.FindIndex(p => p.From == piece.To && p.To == piece.From);
            if (against < 0)
            {
                open.Add(piece);
                continue;
            }
            var other = open[against];
            open.RemoveAt(against);
            // Both ends of a ridge are nodes, even where a lone corner happens to stand.
            foreach (var spot in new[] { piece.From, piece.To })
            {
                if (eventful.Add(spot))
                {
                    EndPaths([spot]);
                }
            }
            faces.Top(NodeAt(piece.From), NodeAt(piece.To), piece.Face);
            faces.Top(NodeAt(other.From), NodeAt(other.To), other.Face);
        }
        return open;
    }

    /// <summary>One loop out of the open pieces: at a spot with several ways on, the one that leaves the narrowest wedge inside.</summary>
    private List<Piece> Trace(List<Piece> open)
    {
        var trace = new List<Piece> { open[0] };
        open.RemoveAt(0);
        while (trace[^1].To != trace[0].From)
        {
            var last = trace[^1];
            var ways = Enumerable.Range(0, open.Count).Where(i => open[i].From == last.To).ToList();
            if (ways.Count == 0)
            {
                // A remainder thinner than the tolerance: nothing goes on from here.
                break;
            }
            var way = ways.Count == 1 ? ways[0] : ways.MinBy(i => Wedge(fronts[last.Face].Along, fronts[open[i].Face].Along));
            trace.Add(open[way]);
            open.RemoveAt(way);
        }
        return trace;
    }

    /// <summary>Angle inside, counter-clockwise from the way on to the way back.</summary>
    private static double Wedge(PlanPoint arriving, PlanPoint leaving)
    {
        var back = arriving * -1;
        var angle = Math.Atan2(leaving.Cross(back), leaving.Dot(back));
        return angle < 0 ? angle + (2 * Math.PI) : angle;
    }

    private List<WaveCorner>? Rebuild(List<Piece> trace, HashSet<int> eventful)
    {
        var corners = new List<WaveCorner>();
        for (var i = 0; i < trace.Count; i++)
        {
            var before = trace[(i + trace.Count - 1) % trace.Count];
            var after = trace[i];
            if (before.Face == after.Face)
            {
                continue;
            }
            if (!eventful.Contains(after.From))
            {
                corners.Add(loop[Array.IndexOf(spotOf, after.From)]);
                continue;
            }
            if (Path.Of(fronts[before.Face], fronts[after.Face], spots[after.From], z) is not { } path)
            {
                return null;
            }
            corners.Add(new WaveCorner(before.Face, after.Face, path, NodeAt(after.From)));
        }
        return corners;
    }
}
