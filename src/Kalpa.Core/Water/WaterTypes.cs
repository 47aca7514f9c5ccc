using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Water;

[JsonConverter(typeof(CamelCaseEnum<OutletKind>))]
public enum OutletKind
{
    /// <summary>Over an eave without a gutter, to the ground.</summary>
    Eave,

    /// <summary>Over a sloping edge.</summary>
    Rake,
    Downspout,
    Drain,
    Scupper,

    /// <summary>On top of a chimney, curb or other thing that stands in the rain.</summary>
    TopOfThing,

    /// <summary>A low place from which nothing leads on.</summary>
    Undrained,
}

/// <summary>Water by area, square feet on plan: of roof, and of wall above that rain is driven on (half the wall).</summary>
public sealed record WaterArea(double RoofSquareFeet, double WallSquareFeet)
{
    [JsonIgnore]
    public double Total => RoofSquareFeet + WallSquareFeet;
}

/// <summary>
/// Where water leaves the roof, or stays. From and to in inches on the plan (the same for one place). <paramref name="DetailId"/>: the drain, scupper,
/// downspout or thing; <paramref name="Assumed"/>: the nearest was taken, nobody has said which.
/// </summary>
public sealed record WaterOutlet(
    OutletKind Kind,
    Guid? SlopeId,
    Guid? DetailId,
    RainPoint From,
    RainPoint To,
    WaterArea Area,
    double Gpm,
    double FeetOfEdge,
    bool Assumed
);

/// <summary>A stretch of an edge that water crosses or falls from: square feet of roof to each foot at its two ends.</summary>
public sealed record WaterStretch(
    Guid SlopeId,
    RainPoint From,
    RainPoint To,
    double PerFootFrom,
    double PerFootTo,
    double SquareFeet,
    bool ToGutter
);

[JsonConverter(typeof(CamelCaseEnum<ChannelKind>))]
public enum ChannelKind
{
    Valley,

    /// <summary>Along a wall that the slope runs into.</summary>
    Wall,

    /// <summary>Round a chimney, curb or skylight.</summary>
    AroundThing,

    /// <summary>Along a parapet.</summary>
    Parapet,
}

/// <summary>
/// A line that gathers water, from its upper to its lower end. <paramref name="LevelFeet"/>: its length where it is level, so that water stands;
/// 0 where it falls.
/// </summary>
public sealed record WaterChannel(
    ChannelKind Kind,
    Guid SlopeId,
    Guid? OtherSlopeId,
    Guid? DetailId,
    RainPoint From,
    RainPoint To,
    WaterArea Area,
    double Gpm,
    double LevelFeet
);

/// <summary>A gutter from end to end with what its downspouts take. <paramref name="MidwayAssumed"/>: its high points were taken midway between them.</summary>
public sealed record WaterGutter(
    IReadOnlyList<Guid> SlopeIds,
    IReadOnlyList<RainPoint> Line,
    double Feet,
    IReadOnlyList<GutterShare> Downspouts,
    bool MidwayAssumed
);

/// <summary>What one downspout takes; <paramref name="HeaviestGpm"/>: the most that reaches it through the gutter from one side.</summary>
public sealed record GutterShare(Guid DetailId, WaterArea Area, double Gpm, double HeaviestGpm, double HeaviestFeet);

/// <summary>
/// Water that arrives at a detail or at a tapped point. <paramref name="PerFoot"/>: square feet of roof to each foot of its width across the slope.
/// <paramref name="Gathered"/>: a valley's, wall's or downspout's stream that lies within. <paramref name="From"/>
/// and <paramref name="Onward"/>: the ground it comes from and its way on, of a point only. Null area: off the roof.
/// </summary>
public sealed record ArrivingWater(
    Guid? DetailId,
    double X,
    double Y,
    Guid? SlopeId,
    WaterArea? Area,
    double Gpm,
    double WidthFeet,
    double PerFoot,
    bool Gathered,
    IReadOnlyList<IReadOnlyList<RainPoint>> From,
    IReadOnlyList<RainPoint> Onward,
    string Words
);

/// <summary>
/// Where the rain goes. <paramref name="RainSquareFeet"/> is the roof that the sky sees; <paramref name="OutSquareFeet"/> what the outlets add up to, walls
/// apart. <paramref name="Paths"/>: courses of drops, x, y, x, y … in inches, for drawing; <paramref name="Sizes"/>: whether outlets of a recorded size carry it;
/// <paramref name="Names"/>: what each detail is called.
/// </summary>
public sealed record RainAnswer(
    bool Measured,
    double InchesPerHour,
    double RainSquareFeet,
    double OutSquareFeet,
    IReadOnlyList<WaterOutlet> Outlets,
    IReadOnlyList<WaterStretch> Eaves,
    IReadOnlyList<WaterChannel> Channels,
    IReadOnlyList<WaterGutter> Gutters,
    IReadOnlyList<ArrivingWater> Details,
    IReadOnlyList<ArrivingWater> Points,
    IReadOnlyList<RainPath> Paths,
    IReadOnlyList<string> Notes,
    IReadOnlyList<OutletSize> Sizes,
    IReadOnlyList<DetailName> Names
);

/// <summary>A drop's course: places in inches, and the square feet whose water runs with it at each.</summary>
public sealed record RainPath(IReadOnlyList<int> Line, double SquareFeet);
