using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.RoofPlans.Editing;

[JsonConverter(typeof(CamelCaseEnum<StarterForm>))]
public enum StarterForm
{
    Gable,
    Hip,
    L,
    T,
    Shed,
    Flat,
}

/// <summary>
/// Asks for a part of a common form, with ids for what is new (a part, then corner and slope for each of its corners). Sizes in inches: width east to
/// west and depth north to south before it is turned; the ridge runs along the width. <paramref name="FrontAzimuth"/>: which way its front looks,
/// degrees from north. <paramref name="Take"/>: lettered slopes that have no place yet, to be taken over by the way they fall.
/// </summary>
public sealed record StarterRequest(
    StarterForm Form,
    double Width,
    double Depth,
    double RisePer12,
    double FrontAzimuth,
    double X,
    double Y,
    double HeightInches,
    PartKind Kind,
    IReadOnlyList<Guid> NewIds,
    IReadOnlyList<SlopeFact> Take,
    Guid? OnSlope = null
);

/// <summary>The part, and the slopes it took over.</summary>
public sealed record StarterAnswer(PlanPart? Part, IReadOnlyList<Guid> Taken, PlanProblem? Problem);

/// <summary>Common forms of roofs to begin a plan with; everything about them can be changed afterwards.</summary>
public static class PlanStarters
{
    /// <summary>A usual overhang, inches (common practice: 12 to 24); shown and changeable.</summary>
    private const double OverhangInches = 12;

    /// <summary>A slope is taken over where it falls within this of the form's own, degrees.</summary>
    private const double SameWayDegrees = 46;

    /// <summary>Corners of a form over a unit of width and depth, counter-clockwise from its south-west, with the edges that are gables.</summary>
    private static (double X, double Y, bool Gable)[] Outline(StarterForm form) =>
        form switch
        {
            StarterForm.Gable => [(0, 0, false), (1, 0, true), (1, 1, false), (0, 1, true)],
            StarterForm.Shed => [(0, 0, false), (1, 0, true), (1, 1, true), (0, 1, true)],
            StarterForm.L => [(0, 0, true), (0.45, 0, false), (0.45, 0.55, false), (1, 0.55, true), (1, 1, false), (0, 1, false)],
            StarterForm.T =>
            [
                (0, 0.45, false),
                (0.33, 0.45, false),
                (0.33, 0, true),
                (0.67, 0, false),
                (0.67, 0.45, false),
                (1, 0.45, true),
                (1, 1, false),
                (0, 1, true),
            ],
            _ => [(0, 0, false), (1, 0, false), (1, 1, false), (0, 1, false)],
        };

    /// <summary>How many new ids a form asks for.</summary>
    public static int IdsOf(StarterForm form) => 1 + (2 * Outline(form).Length);

    public static StarterAnswer Of(StarterRequest request)
    {
        if (!(request.Width > 0 && request.Depth > 0 && double.IsFinite(request.FrontAzimuth) && double.IsFinite(request.X + request.Y)))
        {
            return new StarterAnswer(null, [], new PlanProblem("starter.no-size", "Give width and depth, each more than zero."));
        }
        var outline = Outline(request.Form);
        if (request.NewIds.Count < 1 + (2 * outline.Length))
        {
            return new StarterAnswer(null, [], new PlanProblem("starter.no-ids", $"This form needs {1 + (2 * outline.Length)} ids."));
        }
        var rise = request.Form == StarterForm.Flat || request.RisePer12 > 0 ? request.RisePer12 : 6;
        var corners = outline.Select((c, i) => Corner(c, request, rise, request.NewIds[1 + (2 * i)], request.NewIds[2 + (2 * i)])).ToList();
        var part = new PlanPart(
            request.NewIds[0],
            "",
            request.Kind,
            request.HeightInches,
            corners,
            request.Form == StarterForm.Flat ? new LoneSlope(request.NewIds[2], rise, Norm(request.FrontAzimuth)) : null,
            request.OnSlope,
            request.Kind is PartKind.Porch or PartKind.Shed ? Under.Porch : Under.Attic
        );
        return TakeOver(part, request.Take);
    }

    private static PlanCorner Corner((double X, double Y, bool Gable) at, StarterRequest request, double rise, Guid id, Guid slopeId)
    {
        // The form's front is its south side; turning it clockwise by a makes that side look to south + a.
        var turn = -(request.FrontAzimuth - 180) * Math.PI / 180;
        var quarter = (request.FrontAzimuth - 180) % 90 == 0;
        var (sin, cos) = quarter ? (Math.Round(Math.Sin(turn)), Math.Round(Math.Cos(turn))) : (Math.Sin(turn), Math.Cos(turn));
        var (x, y) = ((at.X - 0.5) * request.Width, (at.Y - 0.5) * request.Depth);
        return new PlanCorner(
            id,
            request.X + (x * cos) - (y * sin),
            request.Y + (x * sin) + (y * cos),
            slopeId,
            request.Form == StarterForm.Flat ? 0 : rise,
            at.Gable,
            request.Form == StarterForm.Flat ? 0 : OverhangInches
        );
    }

    /// <summary>Slopes with letters get the form's slopes that fall their way, each once; pitch comes with them.</summary>
    private static StarterAnswer TakeOver(PlanPart part, IReadOnlyList<SlopeFact> waiting)
    {
        var free = waiting.OrderBy(s => s.Letter.Length).ThenBy(s => s.Letter, StringComparer.Ordinal).ToList();
        var taken = new List<Guid>();
        SlopeFact? Take(double azimuth)
        {
            var slope = free.Where(s => Apart(45 * (int)s.Facing, azimuth) < SameWayDegrees).MinBy(s => Apart(45 * (int)s.Facing, azimuth));
            if (slope is not null)
            {
                free.Remove(slope);
                taken.Add(slope.Id);
            }
            return slope;
        }
        if (part.Alone is { } alone)
        {
            return Take(alone.AzimuthDegrees) is { } slope
                ? new StarterAnswer(part with { Alone = alone with { SlopeId = slope.Id, RisePer12 = slope.Pitch.RisePer12 } }, taken, null)
                : new StarterAnswer(part, taken, null);
        }
        var facets = PlanSolver.Solve(new PlanFact(part.Id, part.Id, true, "", [part with { OnSlope = null }], [])).Facets;
        var corners = part.Corners.ToList();
        // The largest slopes choose first: the letters given on the walk go to the main ones.
        foreach (
            var facet in facets.OrderByDescending(f => Math.Round(f.PlanSquareFeet)).ThenBy(f => corners.FindIndex(c => c.Id == f.EdgeId))
        )
        {
            if (Take(facet.AzimuthDegrees) is { } slope)
            {
                var at = corners.FindIndex(c => c.Id == facet.EdgeId);
                corners[at] = corners[at] with
                {
                    SlopeId = slope.Id,
                    RisePer12 = slope.Pitch.RisePer12 > 0 ? slope.Pitch.RisePer12 : corners[at].RisePer12,
                };
            }
        }
        return new StarterAnswer(part with { Corners = corners }, taken, null);
    }

    private static double Apart(double a, double b)
    {
        var apart = Math.Abs(Norm(a) - Norm(b));
        return Math.Min(apart, 360 - apart);
    }

    private static double Norm(double degrees) => ((degrees % 360) + 360) % 360;
}
