namespace Kalpa.Core.Water;

/// <summary>
/// Flow of rain and what carries it away. US units as the trade has them: square feet, inches, gallons a minute (gpm), inches of rain an hour. Formulas from
/// hydraulics texts (rational method, Manning, Francis, sharp-edged orifice); coefficients as named, from memory where said.
/// </summary>
public static class Hydraulics
{
    /// <summary>Acceleration of gravity, ft/s².</summary>
    public const double Gravity = 32.174;

    /// <summary>Gallons a minute in a cubic foot a second: 60 · 1728 / 231.</summary>
    public const double GpmPerCfs = 60 * 1728 / 231.0;

    /// <summary>Square feet of roof that give a gallon a minute at an inch an hour: 231 · 60 / 144.</summary>
    public const double SquareFeetPerGpm = 231.0 * 60 / 144;

    /// <summary>Manning's n of a metal gutter (handbook value).</summary>
    public const double GutterRoughness = 0.012;

    /// <summary>Manning's n of water that tears down a valley (from memory).</summary>
    public const double ValleyRoughness = 0.02;

    /// <summary>Share of its capacity that a gutter with leaves and granules still has (from memory).</summary>
    public const double DebrisShare = 0.7;

    private const double ManningInFeet = 1.49;
    private const double WeirFrancis = 3.33;
    private const double WeirDrain = 3.0;
    private const double Orifice = 0.6;
    private const double InchesPerFoot = 12;

    /// <summary>Gallons a minute from square feet on plan at inches an hour, nothing held back (rational method, C = 1).</summary>
    public static double RainGpm(double squareFeet, double inchesPerHour) => squareFeet * inchesPerHour / SquareFeetPerGpm;

    /// <summary>Flow by Manning's equation: cross-section in square inches, hydraulic radius in inches, fall in feet a foot.</summary>
    public static double ManningGpm(double squareInches, double radiusInches, double fall, double roughness) =>
        ManningInFeet
        / roughness
        * Math.Pow(radiusInches / InchesPerFoot, 2.0 / 3)
        * Math.Sqrt(fall)
        * (squareInches / (InchesPerFoot * InchesPerFoot))
        * GpmPerCfs;

    /// <summary>A half-round gutter running full at a fall.</summary>
    public static double HalfRoundGpm(double widthInches, double fall) =>
        ManningGpm(Math.PI * widthInches * widthInches / 8, widthInches / 4, fall, GutterRoughness);

    /// <summary>
    /// A K-style gutter as a trapezoid with an upright back, running full: bottom 0.66 and depth 0.6 of its top width, as usual ones are made (from memory).
    /// </summary>
    public static double KStyleGpm(double widthInches, double fall)
    {
        var (bottom, depth) = (KBottomShare * widthInches, KDepthShare * widthInches);
        var area = (bottom + widthInches) / 2 * depth;
        var lean = widthInches - bottom;
        return ManningGpm(area, area / (bottom + depth + Math.Sqrt((lean * lean) + (depth * depth))), fall, GutterRoughness);
    }

    private const double KBottomShare = 0.66;
    internal const double KDepthShare = 0.6;

    public static double BoxGpm(double widthInches, double depthInches, double fall) =>
        ManningGpm(widthInches * depthInches, widthInches * depthInches / (widthInches + (2 * depthInches)), fall, GutterRoughness);

    /// <summary>
    /// A level gutter with a free fall at one end, water standing to its depth at the other: momentum d(Q²/gA + by²/2)/dx = −A·Sf, flow growing along it.
    /// Length 0 leaves friction out: y0 = √3·yc. Found by halving the flow, the profile by Runge and Kutta upstream from the critical depth at the fall.
    /// </summary>
    public static double LevelGpm(double widthInches, double depthInches, double lengthFeet)
    {
        var (b, y0) = (widthInches / InchesPerFoot, depthInches / InchesPerFoot);
        var frictionless = b * Math.Sqrt(Gravity) * Math.Pow(y0 / Math.Sqrt(3), 1.5);
        if (lengthFeet <= 0)
        {
            return frictionless * GpmPerCfs;
        }
        var (low, high) = (0.0, frictionless);
        for (var i = 0; i < Halvings; i++)
        {
            var tried = (low + high) / 2;
            if (DepthAtDeadEnd(b, tried, lengthFeet) > y0)
            {
                high = tried;
            }
            else
            {
                low = tried;
            }
        }
        return (low + high) / 2 * GpmPerCfs;
    }

    private const int Halvings = 50;
    private const int Steps = 2000;

    /// <summary>Depth in feet at the closed end of a level channel that takes its flow (cfs) evenly along its length and falls freely at the other.</summary>
    private static double DepthAtDeadEnd(double b, double cfs, double length)
    {
        // Momentum a square foot: m = Q²/(gA) + b·y²/2, carried in place of the depth, which would divide by zero at the fall.
        var critical = Math.Cbrt(cfs * cfs / (Gravity * b * b));
        var momentum = (cfs * cfs / (Gravity * b * critical)) + (b * critical * critical / 2);
        var step = length / Steps;
        var depth = critical;
        for (var i = 0; i < Steps; i++)
        {
            var (from, middle) = (length - (i * step), length - ((i + 0.5) * step));
            var k1 = Friction(b, cfs * from / length, depth);
            var half = Depth(b, cfs * middle / length, momentum + (k1 * step / 2), depth);
            momentum += Friction(b, cfs * middle / length, half) * step;
            depth = Depth(b, cfs * (from - step) / length, momentum, half);
        }
        return depth;
    }

    /// <summary>A·Sf in square feet, Manning.</summary>
    private static double Friction(double b, double cfs, double y)
    {
        var (area, wetted) = (b * y, b + (2 * y));
        var slope = Math.Pow(cfs * GutterRoughness / (ManningInFeet * area * Math.Pow(area / wetted, 2.0 / 3)), 2);
        return area * slope;
    }

    /// <summary>The slow, deep one of the two depths that a momentum has (Newton's method).</summary>
    private static double Depth(double b, double cfs, double momentum, double guess)
    {
        var critical = Math.Cbrt(cfs * cfs / (Gravity * b * b));
        var y = Math.Max(guess, critical * 1.01);
        for (var i = 0; i < 40; i++)
        {
            var miss = (cfs * cfs / (Gravity * b * y)) + (b * y * y / 2) - momentum;
            var slope = (b * y) - (cfs * cfs / (Gravity * b * y * y));
            var next = Math.Max(critical, y - (slope > 1e-12 ? miss / slope : 0));
            if (Math.Abs(next - y) < 1e-12)
            {
                break;
            }
            y = next;
        }
        return y;
    }

    /// <summary>A downspout: the lesser of the weir round its opening and the orifice in it, under water of a depth.</summary>
    public static double DownspoutGpm(double widthInches, double depthInches, double headInches)
    {
        var perimeter = 2 * (widthInches + depthInches) / InchesPerFoot;
        return Math.Min(
            WeirFrancis * perimeter * Math.Pow(headInches / InchesPerFoot, 1.5) * GpmPerCfs,
            OrificeGpm(widthInches * depthInches, headInches)
        );
    }

    /// <summary>Square feet of roof that a downspout serves: one square inch to a hundred square feet (common practice).</summary>
    public static double DownspoutSquareFeet(double widthInches, double depthInches) => widthInches * depthInches * 100;

    public static double OrificeGpm(double squareInches, double headInches) =>
        Orifice * (squareInches / (InchesPerFoot * InchesPerFoot)) * Math.Sqrt(2 * Gravity * headInches / InchesPerFoot) * GpmPerCfs;

    /// <summary>An open-topped scupper: Francis' weir with two end contractions.</summary>
    public static double WeirGpm(double widthInches, double headInches)
    {
        var (l, h) = (widthInches / InchesPerFoot, headInches / InchesPerFoot);
        return Math.Max(0, WeirFrancis * (l - (0.2 * h)) * Math.Pow(h, 1.5) * GpmPerCfs);
    }

    /// <summary>A scupper through a parapet: a weir until the water touches its top, then the lesser of weir and orifice.</summary>
    public static double ScupperGpm(double widthInches, double heightInches, double headInches)
    {
        var weir = WeirGpm(widthInches, headInches);
        return headInches < heightInches ? weir : Math.Min(weir, OrificeGpm(widthInches * heightInches, headInches - (heightInches / 2)));
    }

    /// <summary>A roof drain: a weir round its bowl, then its pipe as an orifice under water and sump (coefficients from memory; the maker's test governs).</summary>
    public static double DrainGpm(double bowlInches, double pipeInches, double sumpInches, double headInches) =>
        Math.Min(
            WeirDrain * Math.PI * bowlInches / InchesPerFoot * Math.Pow(headInches / InchesPerFoot, 1.5) * GpmPerCfs,
            OrificeGpm(Math.PI * pipeInches * pipeInches / 4, headInches + sumpInches)
        );

    /// <summary>
    /// How far a valley's jet flies, inches along the valley's own direction, against the gutter's reach. Square valley at 45° on plan between two slopes of one
    /// pitch; <paramref name="fallInches"/> from the valley's end to the gutter's front lip.
    /// </summary>
    public static ValleyJet ValleyJet(double risePer12, double gpm, double fallInches, double gutterInches, double overhangInches)
    {
        var sine = Math.Sin(Math.Atan(risePer12 / (InchesPerFoot * Math.Sqrt(2))));
        var tangent = risePer12 / (InchesPerFoot * Math.Sqrt(2));
        var cosine = Math.Sqrt(1 - (sine * sine));
        var sides = 1 / tangent;
        // Normal depth y of a V with sides 1 : z at slope sin θ: A = z·y², R = z·y / (2·√(1 + z²)).
        var (low, high) = (0.0, 10.0);
        for (var i = 0; i < Halvings; i++)
        {
            var y = (low + high) / 2;
            var flow = ManningGpm(sides * y * y, sides * y / (2 * Math.Sqrt(1 + (sides * sides))), sine, ValleyRoughness);
            (low, high) = flow < gpm ? (y, high) : (low, y);
        }
        var depth = (low + high) / 2;
        var speed = gpm / GpmPerCfs / (sides * depth * depth / (InchesPerFoot * InchesPerFoot));
        double Lands(double fall)
        {
            var h = fall / InchesPerFoot;
            var time = (Math.Sqrt((speed * speed * sine * sine) + (2 * Gravity * h)) - (speed * sine)) / Gravity;
            return speed * cosine * time * InchesPerFoot;
        }
        return new ValleyJet(
            depth,
            speed,
            Lands(fallInches),
            Lands(fallInches + (depth / cosine)),
            Math.Max(0, gutterInches - overhangInches) * Math.Sqrt(2)
        );
    }

    /// <summary>Pounds a square foot for each inch of standing water: 62.4 pcf / 12.</summary>
    public const double PoundsPerSquareFootInch = 5.2;

    public static double PondPounds(double squareFeet, double averageInches) => squareFeet * averageInches * PoundsPerSquareFootInch;
}

/// <summary>A valley's stream as it leaves: depth in inches, speed in ft/s, where its bottom and its top land, and the gutter's reach, inches.</summary>
public sealed record ValleyJet(double DepthInches, double FeetPerSecond, double LandsInches, double TopLandsInches, double ReachInches)
{
    /// <summary>Share of the reach from which it can overshoot: spray, wind and leaves are not in the figure (from memory).</summary>
    public const double WarnShare = 0.7;

    public bool CanOvershoot => TopLandsInches >= WarnShare * ReachInches;
}
