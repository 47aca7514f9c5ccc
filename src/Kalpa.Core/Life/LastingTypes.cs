using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>Asks whether slopes last so many years for something planned; prices as in <see cref="PlannedFact"/>.</summary>
public sealed record LastingRequest(
    PlannedKind Kind,
    int Years,
    IReadOnlyList<LastingSlope> Slopes,
    Guid? PlannedId = null,
    double? ReroofPrice = null,
    double? OffAndOnPrice = null,
    double? RatePercent = null
);

public sealed record LastingSlope(Guid SlopeId, string Letter, FitnessState? Fitness, LifeFacts Facts);

/// <summary>Yes: the low figure reaches that far (nine in ten last). No: the likely figure does not. Doubtful: between.</summary>
[JsonConverter(typeof(CamelCaseEnum<LastingVerdict>))]
public enum LastingVerdict
{
    Yes,
    Doubtful,
    No,
    CannotTell,
}

/// <summary>
/// Whether a slope lasts for what is planned. <paramref name="ReroofFirst"/>: an array is planned on it, it is to last longer than the slope, and the slope is re-roofed before;
/// otherwise the array comes off once for the re-roof.
/// </summary>
public sealed record SlopeLasting(
    Guid SlopeId,
    string Letter,
    double? Chance,
    LastingVerdict Verdict,
    string Why,
    [property: System.Text.Json.Serialization.JsonIgnore] bool ReroofFirst = false
);

/// <summary>
/// Re-roof before the array goes on, or after it: the chance that the array must come off within its years either way, the year that is likely to happen if
/// the roof is left, the years of the old covering given up by re-roofing now; and, with prices, the worth today of each course of action.
/// </summary>
public sealed record ReroofChoice(
    double OffIfLeft,
    double OffIfReroofed,
    double? LikelyYear,
    double YearsGivenUp,
    double? PriceNow,
    double? PriceLater,
    string Words
);

/// <summary>Whether the roof lasts for what is planned, per slope and in all, and what to do first.</summary>
public sealed record LastingAnswer(
    Guid? PlannedId,
    PlannedKind Kind,
    int Years,
    LastingVerdict Verdict,
    double? Chance,
    string Headline,
    IReadOnlyList<SlopeLasting> Slopes,
    IReadOnlyList<string> First,
    ReroofChoice? Choice
);
