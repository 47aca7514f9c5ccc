using Kalpa.Core.Facts;
using Kalpa.Core.Life;

namespace Kalpa.Core.Assessing;

/// <summary>The question of a planned thing, asked of the slopes it is planned for: all of the roof where none is named.</summary>
public static class LastingRequests
{
    public static LastingRequest Of(PlannedFact planned, IReadOnlyList<SlopeAssessment> slopes) =>
        new(
            planned.Kind,
            planned.Years,
            [
                .. slopes
                    .Where(s => s.LifeFacts is not null && (planned.SlopeIds.Count == 0 || planned.SlopeIds.Contains(s.SlopeId)))
                    .Select(s => new LastingSlope(s.SlopeId, s.Letter, s.Fitness?.State, s.LifeFacts!)),
            ],
            planned.Id,
            planned.ReroofPrice,
            planned.OffAndOnPrice,
            planned.RatePercent
        );
}
