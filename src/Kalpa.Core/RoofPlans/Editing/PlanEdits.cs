using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Editing;

[JsonConverter(typeof(CamelCaseEnum<PlanVerb>))]
public enum PlanVerb
{
    /// <summary>A corner to X, Y.</summary>
    MoveCorner,

    /// <summary>An edge square to itself, outwards by Inches; its neighbours stretch.</summary>
    MoveEdge,

    /// <summary>An edge to a length of Inches; what lies beyond its end moves along.</summary>
    SetLength,

    /// <summary>An edge in two at Share of its length; the longer half keeps the slope (or the one FirstKeeps says), the other gets NewSlopeId.</summary>
    SplitEdge,

    /// <summary>A corner away: its two edges become one; the longer keeps its slope.</summary>
    RemoveCorner,

    /// <summary>A slope to a gable and back.</summary>
    ToggleGable,

    /// <summary>The pitch of one slope, or without CornerId of every slope of the part.</summary>
    SetPitch,

    SetOverhang,
    SetParapet,

    /// <summary>The part's eave height.</summary>
    SetHeight,

    /// <summary>What lies under the part.</summary>
    SetUnder,

    Rename,

    /// <summary>A part by X, Y.</summary>
    MovePart,

    /// <summary>A part about its middle by Degrees, clockwise.</summary>
    TurnPart,

    AddPart,
    RemovePart,

    /// <summary>Which slope a part stands on; none: on its own feet.</summary>
    StandOn,
}

/// <summary>One change to a plan. Ids of what is new come with it, so that the same edit gives the same plan.</summary>
public sealed record PlanEdit(
    PlanVerb Verb,
    Guid? PartId = null,
    Guid? CornerId = null,
    double? X = null,
    double? Y = null,
    double? Inches = null,
    double? RisePer12 = null,
    double? Share = null,
    double? Degrees = null,
    Guid? NewCornerId = null,
    Guid? NewSlopeId = null,
    bool? FirstKeeps = null,
    Guid? OnSlope = null,
    Under? Under = null,
    string? Name = null,
    PlanPart? Part = null
);

public sealed record PlanEditRequest(PlanFact Plan, PlanEdit Edit);

/// <summary>The plan after the edit; or the plan as it was, with why the edit could not be made.</summary>
public sealed record PlanEditAnswer(PlanFact Plan, PlanProblem? Refused);

/// <summary>
/// Edits that keep what hangs on a plan: edges and slopes keep their ids, and what a plan was before is a plan like any other, so that undo is putting
/// it back. A footprint may be out of shape between two edits; it is never refused for that.
/// </summary>
public static class PlanEdits
{
    public static PlanEditAnswer Of(PlanEditRequest request)
    {
        var (plan, edit) = (request.Plan, request.Edit);
        if (edit.Verb == PlanVerb.AddPart)
        {
            return edit.Part is { } added && plan.Parts.All(p => p.Id != added.Id)
                ? new PlanEditAnswer(plan with { Parts = [.. plan.Parts, added] }, null)
                : Refuse(plan, "edit.no-part", "Give a new part with an id of its own.");
        }
        if (plan.Parts.FirstOrDefault(p => p.Id == edit.PartId) is not { } part)
        {
            return Refuse(plan, "edit.unknown-part", "That part is no longer on the plan.");
        }
        if (edit.Verb == PlanVerb.RemovePart)
        {
            return new PlanEditAnswer(plan with { Parts = [.. plan.Parts.Where(p => p.Id != part.Id)] }, null);
        }
        var (changed, refusal) = OfPart(part, edit);
        return changed is null
            ? new PlanEditAnswer(plan, refusal)
            : new PlanEditAnswer(plan with { Parts = [.. plan.Parts.Select(p => p.Id == part.Id ? changed : p)] }, null);
    }

    private readonly record struct Outcome(PlanPart? Part, PlanProblem? Refusal)
    {
        public static implicit operator Outcome(PlanPart part) => new(part, null);

        public static Outcome No(string code, string text) => new(null, new PlanProblem(code, text));
    }

    private static Outcome OfPart(PlanPart part, PlanEdit edit) =>
        edit.Verb switch
        {
            PlanVerb.Rename => part with { Name = edit.Name ?? "" },
            PlanVerb.SetHeight => edit.Inches is { } inches && double.IsFinite(inches) ? part with { HeightInches = inches } : NoNumber(),
            PlanVerb.SetUnder => edit.Under is { } under
                ? part with
                {
                    Under = under,
                }
                : Outcome.No("edit.no-under", "Enter what lies under it."),
            PlanVerb.StandOn => part with { OnSlope = edit.OnSlope },
            PlanVerb.MovePart => edit is { X: { } x, Y: { } y } ? Moved(part, c => c with { X = c.X + x, Y = c.Y + y }) : NoNumber(),
            PlanVerb.TurnPart => edit.Degrees is { } degrees && double.IsFinite(degrees) ? Turned(part, degrees) : NoNumber(),
            PlanVerb.SetPitch when edit.CornerId is null || part.Alone is not null => PitchOfAll(part, edit),
            _ => OfCorner(part, edit),
        };

    private static Outcome OfCorner(PlanPart part, PlanEdit edit)
    {
        var at = part.Corners.ToList().FindIndex(c => c.Id == edit.CornerId);
        if (at < 0)
        {
            return Outcome.No("edit.unknown-corner", "That corner is no longer on the plan.");
        }
        var corner = part.Corners[at];
        return edit.Verb switch
        {
            PlanVerb.MoveCorner => edit is { X: { } x, Y: { } y } ? With(part, at, corner with { X = x, Y = y }) : NoNumber(),
            PlanVerb.SetOverhang => edit.Inches is >= 0 and < 1_200
                ? With(part, at, corner with { OverhangInches = edit.Inches.Value })
                : NoNumber(),
            PlanVerb.SetParapet => edit.Inches is >= 0 and < 1_200
                ? With(part, at, corner with { ParapetInches = edit.Inches.Value })
                : NoNumber(),
            PlanVerb.ToggleGable => part.Alone is null
                ? With(part, at, corner with { Gable = !corner.Gable })
                : Outcome.No("edit.one-slope", "This part is one slope: it has no gables."),
            PlanVerb.SetPitch => edit.RisePer12 is > 0 and <= Pitch.SteepestRisePer12
                ? With(part, at, corner with { RisePer12 = edit.RisePer12.Value, Gable = false })
                : Outcome.No(
                    "edit.bad-pitch",
                    "A pitch of a footprint's slope is more than 0 and at most 24:12; draw a flat part as one slope."
                ),
            PlanVerb.MoveEdge => edit.Inches is { } by && double.IsFinite(by) ? EdgeMoved(part, at, by) : NoNumber(),
            PlanVerb.SetLength => edit.Inches is > 0 and < Skeletons.FootprintChecks.FarthestInches
                ? Lengthened(part, at, edit.Inches.Value)
                : NoNumber(),
            PlanVerb.SplitEdge => Split(part, at, edit),
            PlanVerb.RemoveCorner => Without(part, at),
            _ => Outcome.No("edit.unknown", "That cannot be done to a corner."),
        };
    }

    private static Outcome PitchOfAll(PlanPart part, PlanEdit edit)
    {
        if (part.Alone is { } alone)
        {
            return edit.RisePer12 is >= 0 and <= Pitch.SteepestRisePer12
                ? part with
                {
                    Alone = alone with { RisePer12 = edit.RisePer12.Value },
                }
                : Outcome.No("edit.bad-pitch", "A pitch lies between 0 and 24:12.");
        }
        return edit.RisePer12 is > 0 and <= Pitch.SteepestRisePer12
            ? Moved(part, c => c with { RisePer12 = edit.RisePer12.Value })
            : Outcome.No(
                "edit.bad-pitch",
                "A pitch of a footprint's slope is more than 0 and at most 24:12; draw a flat part as one slope."
            );
    }

    /// <summary>The edge's two corners slide along their other edges, so that these keep their directions.</summary>
    private static Outcome EdgeMoved(PlanPart part, int at, double outwards)
    {
        var next = (at + 1) % part.Corners.Count;
        var along = (Place(part, next) - Place(part, at)).Unit;
        if (!along.IsFinite)
        {
            return Outcome.No("edit.no-edge", "This edge has no length.");
        }
        var before = Slide(Place(part, at) - Place(part, (at + part.Corners.Count - 1) % part.Corners.Count), along, outwards);
        var after = Slide(Place(part, next) - Place(part, (next + 1) % part.Corners.Count), along, outwards);
        return With(With(part, at, Shift(part.Corners[at], before)).Part!, next, Shift(part.Corners[next], after));
    }

    /// <summary>How far a corner goes when its edge moves outwards: along its other edge, or square to the edge where that runs in line.</summary>
    private static PlanPoint Slide(PlanPoint neighbour, PlanPoint along, double outwards)
    {
        var outward = along.Left * -1;
        var direction = neighbour.Unit;
        var part = direction.Dot(outward);
        return Math.Abs(part) < SlideLeast || !direction.IsFinite ? outward * outwards : direction * (outwards / part);
    }

    /// <summary>Below this cosine (about 15° off line) an edge is too nearly in line to slide along.</summary>
    private const double SlideLeast = 0.25;

    /// <summary>
    /// The far end moves along the edge, and with it the next edge as a whole, so that square corners stay square; where the edge after that runs
    /// straight back, it takes up the difference.
    /// </summary>
    private static Outcome Lengthened(PlanPart part, int at, double inches)
    {
        var count = part.Corners.Count;
        var next = (at + 1) % count;
        var along = Place(part, next) - Place(part, at);
        if (!(along.Length > 0))
        {
            return Outcome.No("edit.no-edge", "This edge has no length.");
        }
        var by = along.Unit * (inches - along.Length);
        var far = (next + 1) % count;
        var moved = With(part, next, Shift(part.Corners[next], by)).Part!;
        var turns = Math.Abs((Place(part, far) - Place(part, next)).Unit.Dot(along.Unit)) < SlideLeast;
        return turns ? With(moved, far, Shift(moved.Corners[far], by)) : moved;
    }

    private static Outcome Split(PlanPart part, int at, PlanEdit edit)
    {
        if (edit is not { Share: > 0 and < 1, NewCornerId: { } cornerId, NewSlopeId: { } slopeId })
        {
            return Outcome.No("edit.no-split", "Enter where between its ends the edge is cut.");
        }
        var corner = part.Corners[at];
        var cut = Place(part, at).Towards(Place(part, (at + 1) % part.Corners.Count), edit.Share.Value);
        // The half from the corner keeps the edge's id; the slope goes with the longer half.
        var firstKeeps = edit.FirstKeeps ?? edit.Share >= 0.5;
        var first = corner with { SlopeId = firstKeeps ? corner.SlopeId : slopeId };
        var second = corner with { Id = cornerId, X = cut.X, Y = cut.Y, SlopeId = firstKeeps ? slopeId : corner.SlopeId };
        return part with { Corners = [.. part.Corners.Take(at), first, second, .. part.Corners.Skip(at + 1)] };
    }

    private static Outcome Without(PlanPart part, int at)
    {
        if (part.Corners.Count <= 3)
        {
            return Outcome.No("edit.too-few", "A part keeps at least three corners. Remove the part instead.");
        }
        var count = part.Corners.Count;
        var before = (at + count - 1) % count;
        var lengthBefore = Place(part, before).To(Place(part, at));
        var lengthAfter = Place(part, at).To(Place(part, (at + 1) % count));
        var (kept, edge) = (part.Corners[before], lengthAfter > lengthBefore ? part.Corners[at] : part.Corners[before]);
        var merged = edge with { Id = kept.Id, X = kept.X, Y = kept.Y };
        return part with { Corners = [.. part.Corners.Select((c, i) => i == before ? merged : c).Where((_, i) => i != at)] };
    }

    private static Outcome Turned(PlanPart part, double degrees)
    {
        var middle = Polygons.Centroid([.. part.Corners.Select(c => new PlanPoint(c.X, c.Y))]);
        var angle = -degrees * Math.PI / 180;
        // Quarter turns come out exact, so that four of them give the same plan.
        var (sin, cos) =
            degrees % 90 == 0 ? (Math.Round(Math.Sin(angle)), Math.Round(Math.Cos(angle))) : (Math.Sin(angle), Math.Cos(angle));
        var turned = Moved(
            part,
            c =>
            {
                var off = new PlanPoint(c.X, c.Y) - middle;
                return c with { X = middle.X + (off.X * cos) - (off.Y * sin), Y = middle.Y + (off.X * sin) + (off.Y * cos) };
            }
        ).Part!;
        return turned.Alone is { } alone
            ? turned with
            {
                Alone = alone with { AzimuthDegrees = ((alone.AzimuthDegrees + degrees) % 360 + 360) % 360 },
            }
            : turned;
    }

    private static Outcome Moved(PlanPart part, Func<PlanCorner, PlanCorner> move)
    {
        List<PlanCorner> corners = [.. part.Corners.Select(move)];
        return corners.All(c => double.IsFinite(c.X) && double.IsFinite(c.Y)) ? part with { Corners = corners } : NoNumber();
    }

    private static Outcome With(PlanPart part, int at, PlanCorner corner) =>
        double.IsFinite(corner.X) && double.IsFinite(corner.Y)
            ? part with
            {
                Corners = [.. part.Corners.Select((c, i) => i == at ? corner : c)],
            }
            : NoNumber();

    private static PlanCorner Shift(PlanCorner corner, PlanPoint by) => corner with { X = corner.X + by.X, Y = corner.Y + by.Y };

    private static PlanPoint Place(PlanPart part, int at) => new(part.Corners[at].X, part.Corners[at].Y);

    private static Outcome NoNumber() => Outcome.No("edit.no-number", "Give a number that can be built.");

    private static PlanEditAnswer Refuse(PlanFact plan, string code, string text) => new(plan, new PlanProblem(code, text));
}
