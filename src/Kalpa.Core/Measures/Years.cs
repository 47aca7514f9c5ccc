namespace Kalpa.Core.Measures;

/// <summary>Days as years of 365.25 days.</summary>
internal static class Years
{
    private const double DaysPerYear = 365.25;

    /// <summary>Years from a day to a later one; negative when it is earlier.</summary>
    public static double Between(DateOnly from, DateOnly to) => (to.DayNumber - from.DayNumber) / DaysPerYear;

    /// <summary>A day as a year and its part gone by: 2 July 2026 is about 2026.5.</summary>
    public static double Of(DateOnly day) => day.Year + (day.DayOfYear - 1) / DaysPerYear;
}
