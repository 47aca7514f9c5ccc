using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>Eaves at one height that follow each other round a building, so that one gutter can serve them.</summary>
internal sealed record EaveRun(List<PlanPoint> Line, List<Guid> SlopeIds, bool Closed, double Height)
{
    public double Inches => Line.Zip(Line.Skip(1)).Sum(s => s.First.To(s.Second));
}

internal static class EaveRuns
{
    /// <summary>Eaves that differ in height by no more than this share a gutter, inches.</summary>
    private const double SameHeightInches = 1;

    public static List<EaveRun> Of(List<Border> eaves)
    {
        var left = eaves.Select(e => (e.Cell.Facet, From: Start(e), To: End(e))).ToList();
        var runs = new List<EaveRun>();
        while (left.Count > 0)
        {
            WorkBudget.Check();
            var first = left[0];
            left.RemoveAt(0);
            List<PlanPoint> line = [first.From, first.To];
            List<Guid> slopes = [first.Facet.SlopeId];
            var height = first.Facet.Height(first.From);
            bool Fits(Facet facet, PlanPoint at) => Math.Abs(facet.Height(at) - height) <= SameHeightInches;
            for (var grown = true; grown; )
            {
                grown = false;
                for (var i = 0; i < left.Count; i++)
                {
                    var (facet, from, to) = left[i];
                    if (from.To(line[^1]) <= PlanTolerances.OnLineInches && Fits(facet, from))
                    {
                        line.Add(to);
                    }
                    else if (to.To(line[0]) <= PlanTolerances.OnLineInches && Fits(facet, to))
                    {
                        line.Insert(0, from);
                    }
                    else
                    {
                        continue;
                    }
                    slopes.Add(facet.SlopeId);
                    left.RemoveAt(i);
                    grown = true;
                    break;
                }
            }
            runs.Add(new EaveRun(Straight(line), [.. slopes.Distinct()], line[0].To(line[^1]) <= PlanTolerances.OnLineInches, height));
        }
        return runs;
    }

    /// <summary>Every stretch with the roof to its left, as outlines run.</summary>
    private static PlanPoint Start(Border eave) => Leftward(eave) ? eave.From : eave.To;

    private static PlanPoint End(Border eave) => Leftward(eave) ? eave.To : eave.From;

    private static bool Leftward(Border eave) => (eave.To - eave.From).Left.Dot(eave.Cell.Facet.Down) < 0;

    private static List<PlanPoint> Straight(List<PlanPoint> line)
    {
        var kept = new List<PlanPoint> { line[0] };
        for (var i = 1; i + 1 < line.Count; i++)
        {
            if (Math.Abs((line[i] - kept[^1]).Unit.Cross((line[i + 1] - line[i]).Unit)) > PlanTolerances.ParallelSine)
            {
                kept.Add(line[i]);
            }
        }
        kept.Add(line[^1]);
        return kept;
    }

    /// <summary>Inches along a line of the place nearest to a point, and how far away it is.</summary>
    public static (double At, double Away) Place(List<PlanPoint> line, PlanPoint point)
    {
        var (best, gone) = ((At: 0.0, Away: double.MaxValue), 0.0);
        foreach (var (from, to) in line.Zip(line.Skip(1)))
        {
            var length = from.To(to);
            var along = Math.Clamp((point - from).Dot((to - from).Unit), 0, length);
            var away = point.To(from.Towards(to, along / length));
            if (away < best.Away)
            {
                best = (gone + along, away);
            }
            gone += length;
        }
        return best;
    }

    public static PlanPoint At(List<PlanPoint> line, double inches)
    {
        foreach (var (from, to) in line.Zip(line.Skip(1)))
        {
            var length = from.To(to);
            if (inches <= length)
            {
                return from.Towards(to, inches / length);
            }
            inches -= length;
        }
        return line[^1];
    }
}
