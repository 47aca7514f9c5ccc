using System.Text.Json.Serialization;

namespace Kalpa.Core.Costs;

/// <summary>
/// US dollars: of ten such jobs one costs less than <paramref name="Low"/>, one more than <paramref name="High"/>, and half less than <paramref name="Likely"/>;
/// rounded as one says it, in <paramref name="Words"/>. <paramref name="Mean"/> to the dollar, to be added.
/// </summary>
public sealed record CostRange(double Low, double Likely, double High, double Mean, string Words);

/// <summary>A part of a cost on average, US dollars: the parts of a job add up to its mean.</summary>
public sealed record CostPart(string Name, double Mean);

/// <summary>
/// What a job is likely to cost: a planning figure, not an offer. <paramref name="Unpriced"/>: what it takes that the price list has no row for, and so is not in
/// the figures; <paramref name="Examples"/>: so many of the rows it rests on are still the shipped examples; <paramref name="SharesTripWith"/>: numbers of the
/// jobs done on the same trip, in <paramref name="TripWords"/>.
/// </summary>
public sealed record JobCost(
    CostRange Range,
    IReadOnlyList<CostPart> Parts,
    IReadOnlyList<string> Unpriced,
    int Examples,
    IReadOnlyList<int> SharesTripWith,
    string TripWords
);

/// <summary>The jobs of one time together: when, how many of them have figures, and what they cost together.</summary>
public sealed record CostByTime(string When, int Jobs, CostRange Range);

/// <summary>
/// What the list of work is likely to cost. The range is of the jobs together, at the same prices and pace, and so no sum of their lows or highs; <paramref name="Headline"/> says it, and
/// <paramref name="TimeWords"/> when it falls due, empty where all of it does at one time.
/// <paramref name="Without"/>: numbers of the jobs that have no figure, in <paramref name="WithoutWords"/>; <paramref name="ForClients"/>: whether a client's document may print figures, and
/// <paramref name="WhyNot"/>, empty where it may. <paramref name="Points"/>: the cost at each joint point of prices and pace, to be added to that of other roofs.
/// </summary>
public sealed record WorkCost(
    CostRange Range,
    string Headline,
    IReadOnlyList<CostByTime> ByTime,
    string TimeWords,
    IReadOnlyList<int> Without,
    string WithoutWords,
    int Examples,
    bool ForClients,
    string WhyNot,
    string Words,
    [property: JsonIgnore] IReadOnlyList<double>? Points = null
)
{
    /// <summary>
    /// What the work on several roofs is likely to cost together, at the same prices and pace: no sum of their lows or highs. Null where there is nothing to add.
    /// </summary>
    public static CostRange? Together(IReadOnlyList<WorkCost> costs) =>
        costs.Count > 0 && costs.All(c => c.Points is not null)
            ? JointPoints.Range(WorkCosts.Sum([.. costs.Select(c => c.Points!.ToArray())]))
            : null;
}
