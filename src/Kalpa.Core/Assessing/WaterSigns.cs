using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>From where the underside of a roof was looked at on a visit. An excused or hidden attic was not.</summary>
internal readonly record struct UndersideLooks(bool FromInside, bool FromOutside)
{
    /// <summary>Stations at which the underside is looked at from within the building.</summary>
    private static readonly string[] Within = ["attic", "deck"];

    /// <summary>Stations at which eaves, porches and open roofs are looked at from below.</summary>
    private static readonly string[] Below = ["ground", "deck"];

    public static UndersideLooks Of(IReadOnlyList<LookFact> looks)
    {
        bool Looked(string[] stations) => looks.Any(l => l.State == LookState.Looked && stations.Contains(l.Station));
        return new UndersideLooks(Looked(Within), Looked(Below));
    }

    /// <summary>Whether what lies under a place was seen from below.</summary>
    public bool Saw(Under under) =>
        under switch
        {
            Under.Attic => FromInside,
            Under.Porch or Under.Overhang or Under.OpenAir => FromOutside,
            _ => false,
        };
}

/// <summary>Water signs as they are assessed: a stain is a sign itself, whatever was recorded beside it.</summary>
internal static class WaterSigns
{
    public static FindingFact Lifted(RuleBook book, FindingFact finding) =>
        book.FindCondition(finding.Condition)?.Shows is { } shows && shows.Adversity() > finding.Evidence.Adversity()
            ? finding with
            {
                Evidence = shows,
            }
            : finding;
}
