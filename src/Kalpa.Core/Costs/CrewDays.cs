namespace Kalpa.Core.Costs;

/// <summary>Labor of a trip that fills days: a crew goes by the day, not by the hour.</summary>
public static class CrewDays
{
    /// <summary>Three people for eight hours.</summary>
    public const double Hours = 24;

    /// <summary>
    /// Labor in dollars: full days at the day's price, the rest by the hour and never more than one more day; by the hour alone where there is no price of a day. More hours
    /// never cost less.
    /// </summary>
    public static double Labor(double hours, double rate, double crewDay)
    {
        if (crewDay <= 0)
        {
            return hours * rate;
        }
        var days = Math.Floor(hours / Hours);
        return (days * crewDay) + Math.Min((hours - (days * Hours)) * rate, crewDay);
    }
}
