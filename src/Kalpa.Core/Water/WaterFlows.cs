using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>
/// Water that arrives along a stretch: square inches for each inch of the receiver's own coordinate, linear between its ends; or, where the ends are one, a
/// stream of <see cref="Q0"/> square inches. <see cref="V0"/> and <see cref="V1"/>: how far down the slope it lands. The sender's coordinate is
/// <see cref="Scale"/> · own + <see cref="Shift"/>; a stream comes from all between <see cref="Shift"/> and <see cref="Q1"/>.
/// </summary>
internal readonly record struct Inflow(
    double U0,
    double U1,
    double Q0,
    double Q1,
    double V0,
    double V1,
    bool Wall,
    Node? From,
    double Scale,
    double Shift
)
{
    public bool IsStream => U1 <= U0;

    public double Amount => IsStream ? Q0 : (Q0 + Q1) / 2 * (U1 - U0);

    /// <summary>Square inches for each inch at a place; a stream has no width to be asked for.</summary>
    public double At(double u) => Q0 + ((Q1 - Q0) * (u - U0) / (U1 - U0));

    public double LandsAt(double u) => U1 <= U0 ? V0 : V0 + ((V1 - V0) * (u - U0) / (U1 - U0));

    /// <summary>Square inches that arrive between two places; a stream on the lower one counts, on the upper it does not, so that neighbors add up.</summary>
    public double Between(double from, double to)
    {
        if (IsStream)
        {
            return U0 >= from && U0 < to ? Q0 : 0;
        }
        var (a, b) = (Math.Max(from, U0), Math.Min(to, U1));
        return b > a ? (At(a) + At(b)) / 2 * (b - a) : 0;
    }
}

/// <summary>Something that water runs to: a strip of slope, a line that gathers, a gutter, a way off the roof.</summary>
internal abstract class Node
{
    public List<Inflow> In { get; } = [];

    /// <summary>Nodes that must have sent all their water before this one can.</summary>
    public int Waiting { get; set; }

    public bool Sent { get; set; }

    /// <summary>Where its water goes on.</summary>
    public List<Exit> Exits { get; } = [];

    /// <summary>
    /// The exit that a stream at a place takes: the last that begins at or before it, so that a hair's rounding at an end loses none. −1 where nothing leads on.
    /// </summary>
    public int Taken(double u)
    {
        var taken = -1;
        for (var i = 0; i < Exits.Count; i++)
        {
            if (taken < 0 || (Exits[i].U0 <= u + Hair && (Exits[i].U0 > Exits[taken].U0 || Exits[taken].U0 > u + Hair)))
            {
                taken = i;
            }
        }
        return taken;
    }

    private const double Hair = 1e-9;

    /// <summary>Height of its lowest place, inches: of several that wait for each other, the highest begins.</summary>
    public double Height { get; set; }
}

/// <summary>
/// Water between two places of a node goes to another, where coordinate t = <see cref="Scale"/> · u + <see cref="Shift"/>; landing
/// <see cref="V0"/>…<see cref="V1"/> down it. <see cref="AsStream"/>: all of it arrives as one stream at <see cref="Shift"/>.
/// </summary>
internal readonly record struct Exit(double U0, double U1, Node To, double Scale, double Shift, double V0, double V1, bool AsStream);

/// <summary>
/// A strip of a slope between two lines down it: every drop that enters above leaves below. Own coordinates of its slope: u across, v downhill, inches.
/// </summary>
internal sealed class Cell : Node
{
    public required Facet Facet { get; init; }
    public required double U0 { get; init; }
    public required double U1 { get; init; }
    public required double Top0 { get; init; }
    public required double Top1 { get; init; }
    public required double Bottom0 { get; init; }
    public required double Bottom1 { get; init; }

    /// <summary>The sky sees it: it gets rain of its own.</summary>
    public required bool Exposed { get; init; }

    public Cell? Below { get; set; }

    public double Top(double u) => Top0 + ((Top1 - Top0) * Share(u));

    public double Bottom(double u) => Bottom0 + ((Bottom1 - Bottom0) * Share(u));

    private double Share(double u) => (u - U0) / (U1 - U0);

    public double OwnArea => Exposed ? (Bottom0 - Top0 + Bottom1 - Top1) / 2 * (U1 - U0) : 0;

    public Inflow Own => new(U0, U1, Bottom0 - Top0, Bottom1 - Top1, Top0, Top1, false, null, 1, 0);

    public List<PlanPoint> Outline => [Facet.Place(U0, Top0), Facet.Place(U0, Bottom0), Facet.Place(U1, Bottom1), Facet.Place(U1, Top1)];
}

/// <summary>A line on which water gathers and runs to its lower end; coordinate: inches on plan from its upper end.</summary>
internal sealed class Channel : Node
{
    public required ChannelKind Kind { get; init; }
    public required Facet Facet { get; init; }
    public required Guid? OtherSlopeId { get; init; }
    public required Guid? DetailId { get; init; }
    public required PlanPoint Upper { get; init; }
    public required PlanPoint Lower { get; init; }
    public required double UpperHeight { get; init; }
    public required double LowerHeight { get; init; }
    public double Inches => Upper.To(Lower);
    public PlanPoint Direction => (Lower - Upper).Unit;

    /// <summary>A line with less fall than this in its whole length is level, inches: a framing square shows no less.</summary>
    private const double LevelFall = 0.01;

    public bool IsLevel => UpperHeight - LowerHeight < LevelFall;

    public double HeightAt(double s) => UpperHeight + ((LowerHeight - UpperHeight) * s / Inches);
}

/// <summary>Eaves that share one gutter; coordinate: inches along it.</summary>
internal sealed class Gutter : Node
{
    public required EaveRun Run { get; init; }
    public required IReadOnlyList<Downspout> Downspouts { get; init; }
}

/// <summary>A downspout at a place along its gutter, and the stretches of gutter that run to it; round a whole house they can be two.</summary>
internal sealed class Downspout
{
    public required DetailFact Detail { get; init; }
    public required double At { get; init; }
    public List<(double From, double To)> Stretches { get; } = [];
}

/// <summary>A way off the roof; coordinate: inches along it.</summary>
internal sealed class Outlet : Node
{
    public required OutletKind Kind { get; init; }
    public required Guid? SlopeId { get; init; }
    public Guid? DetailId { get; init; }
    public required PlanPoint FromPoint { get; init; }
    public required PlanPoint ToPoint { get; init; }
    public bool Assumed { get; init; }
}
