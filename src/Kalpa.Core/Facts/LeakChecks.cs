using Kalpa.Core.Leaks;

namespace Kalpa.Core.Facts;

/// <summary>Whether what was seen of a stain, a test of a leak or a rain since its repair can be recorded at all.</summary>
internal static class LeakChecks
{
    /// <summary>A week: the longest test is a log of humidity.</summary>
    internal const int MostMinutes = 7 * 24 * 60;

    /// <summary>Feet; no room of a house or small commercial building is longer.</summary>
    internal const double MostFromWall = 300;

    public static void Of(IFact fact, FactChecks.Found found)
    {
        switch (fact)
        {
            case LeakTestFact test:
                found.If(
                    test.Ways is not { Count: > 0 } || test.Ways.Any(w => LeakKinds.Find(w) is null),
                    "leak-test.of-nothing",
                    "Choose what is tested: one of the possible entry points on the list."
                );
                found.Count(test.Ways, LeakKinds.All.Count);
                found.If(
                    test.Minutes is < 0 or > MostMinutes,
                    "leak-test.bad-minutes",
                    "Enter how long the test ran, in minutes: 0 to 10,080 (a week)."
                );
                found.Text(test.Note);
                break;
            case LeakRainFact rain:
                found.Day(rain.On);
                found.Text(rain.Note);
                break;
        }
    }

    public static void Stain(StainSeen? stain, FactChecks.Found found) =>
        found.If(
            IsBad(stain?.FromEaveWall) || IsBad(stain?.FromLeftWall),
            "finding.bad-stain-place",
            "Enter the distance from the wall in feet, 0 to 300."
        );

    private static bool IsBad(double? feet) => feet is { } given && !(given is >= 0 and <= MostFromWall);
}
