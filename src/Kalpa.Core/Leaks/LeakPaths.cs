using Kalpa.Core.Facts;

namespace Kalpa.Core.Leaks;

/// <summary>
/// How well a place fits a stain: feet down the slope from entry to stain and to the side. Along framing water runs down and a little aside; in concrete, masonry
/// and an old roof it spreads every way. Lengths of travel are planning figures from memory; 1 is the fit of a place anywhere on the slope.
/// </summary>
public static class LeakPaths
{
    /// <summary>Mean run down, mean run up, spread to the side, feet; a place that spreads every way has no run.</summary>
    private readonly record struct Travel(double Down, double Up, double Aside, double Area, double Center = 0)
    {
        public bool EveryWay => Down == 0;
    }

    private const double SlopeArea = 400;
    private const double DeckArea = 2000;
    private const double ByEyeFeet = 3;
    private const double LeastFit = 0.1;
    private const double MostFit = 20;

    private static Travel Of(LeakAssembly assembly) =>
        assembly switch
        {
            LeakAssembly.Trusses => new(3, 1, 2, SlopeArea),
            LeakAssembly.Boards => new(3, 1, 3, SlopeArea),
            LeakAssembly.OnUnderlayment => new(5, 1, 2, SlopeArea),
            LeakAssembly.TileUnderlayment => new(8, 1, 3, SlopeArea),
            LeakAssembly.Cathedral => new(8, 1, 1.5, SlopeArea),
            LeakAssembly.FluteDeck => new(12, 4, 3, DeckArea),
            LeakAssembly.Concrete => new(0, 0, 10, DeckArea),
            LeakAssembly.OldRoof => new(0, 0, 15, DeckArea, 5),
            _ => new(4, 1, 1.5, SlopeArea),
        };

    /// <summary>Pipes, ducts, pans and masonry drip straight down.</summary>
    private static readonly Travel StraightDrop = new(0, 0, 3, SlopeArea);

    /// <param name="across">Framing or flutes run across the slope: water travels along them either way, and hardly down it.</param>
    public static double Fit(LeakAssembly assembly, bool straightDrop, double down, double side, bool byEye, bool across = false)
    {
        var travel = straightDrop ? StraightDrop : Of(assembly);
        if (across && !straightDrop && IsFramed(assembly))
        {
            var wide = Math.Sqrt((travel.Aside * travel.Aside) + (byEye ? ByEyeFeet * ByEyeFeet : 0));
            var level = Math.Exp(-Math.Abs(side) / travel.Down) / (2 * travel.Down);
            var below = Math.Exp(-down * down / (2 * wide * wide)) / (wide * Math.Sqrt(2 * Math.PI));
            return Math.Min(MostFit, LeastFit + ((1 - LeastFit) * travel.Area * level * below));
        }
        // Water in a cathedral bay shows at its foot, wherever it came in.
        var d = assembly == LeakAssembly.Cathedral && !straightDrop && down > 0 ? 0 : down - travel.Center;
        var spread = Math.Sqrt((travel.Aside * travel.Aside) + (byEye ? ByEyeFeet * ByEyeFeet : 0));
        var aside = Math.Exp(-side * side / (2 * spread * spread)) / (spread * Math.Sqrt(2 * Math.PI));
        var along = travel.EveryWay
            ? Math.Exp(-d * d / (2 * spread * spread)) / (spread * Math.Sqrt(2 * Math.PI))
            : Math.Exp(d >= 0 ? -d / travel.Down : d / travel.Up) / (travel.Down + travel.Up);
        return Math.Min(MostFit, LeastFit + ((1 - LeastFit) * travel.Area * along * aside));
    }

    /// <summary>Whether water from a place can come to the stain at all.</summary>
    public static bool InReach(LeakAssembly assembly, bool straightDrop, double down, double side, bool across = false)
    {
        var travel = straightDrop ? StraightDrop : Of(assembly);
        if (straightDrop)
        {
            return Math.Sqrt((down * down) + (side * side)) <= OtherTradesFeet;
        }
        if (across && IsFramed(assembly))
        {
            return Math.Abs(side) <= 4 * travel.Down && Math.Abs(down) <= 5 * travel.Aside;
        }
        return travel.EveryWay
            ? Math.Sqrt((down * down) + (side * side)) <= 4 * travel.Aside
            : down >= -UphillFeet && down <= 4 * travel.Down && Math.Abs(side) <= 5 * travel.Aside;
    }

    /// <summary>What has a direction of its own: rafters, trusses, boards, bays of a cathedral ceiling, flutes.</summary>
    public static bool IsFramed(LeakAssembly assembly) =>
        assembly is LeakAssembly.Rafters or LeakAssembly.Trusses or LeakAssembly.Boards or LeakAssembly.Cathedral or LeakAssembly.FluteDeck;

    private const double UphillFeet = 10;
    private const double OtherTradesFeet = 10;
}
