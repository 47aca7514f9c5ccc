using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Coverage;

/// <summary>A station, on a slope or for the whole roof, that is neither looked at nor excused.</summary>
public sealed record LeftOpen(string Station, string StationName, Guid? SlopeId, string? Letter);

/// <summary>
/// What was looked at and what was not. "Looked, nothing found", "not seen" and "hidden" are three things; the last two are the report's
/// limitations, word for word.
/// </summary>
public sealed record CoverageAnswer(
    int Asked,
    int Looked,
    int Excused,
    int Hidden,
    IReadOnlyList<LeftOpen> Left,
    IReadOnlyList<string> Limitations,
    IReadOnlyList<string> NothingFound
);

/// <summary>Coverage of a visit (methods, section 15): every station of every slope looked at, or excused.</summary>
public static class Coverages
{
    /// <param name="remark">What stands elsewhere of a place without a finding of its own, as clauses; empty where nothing does.</param>
    public static CoverageAnswer Of(
        IReadOnlyList<Station> stations,
        IReadOnlyList<SlopeFact> slopes,
        IReadOnlyList<LookFact> looks,
        IReadOnlyList<FindingFact> findings,
        Func<Station, Guid?, string>? remark = null
    )
    {
        var left = new List<LeftOpen>();
        var limitations = new List<Limitation>();
        var nothing = new List<(Station Station, string? Letter, string Remark)>();
        var (asked, looked, excused, hidden) = (0, 0, 0, 0);
        foreach (var (station, slope) in Places(stations, slopes))
        {
            asked++;
            var look = LookAt(looks, station.Key, slope?.Id);
            switch (look)
            {
                case null:
                    left.Add(new LeftOpen(station.Key, station.Name, slope?.Id, slope?.Letter));
                    break;
                case { State: LookState.Hidden }:
                    hidden++;
                    limitations.Add(new Limitation(slope, station, Why(look)));
                    break;
                case { State: LookState.Excused } when look.Excuse != ExcuseReason.NotThere:
                    excused++;
                    limitations.Add(new Limitation(slope, station, Why(look)));
                    break;
                default:
                    looked++;
                    if (
                        look.State == LookState.Looked
                        && !station.Asks
                        && !findings.Any(f => f.Station == station.Key && f.SlopeId == slope?.Id)
                    )
                    {
                        nothing.Add((station, slope?.Letter, remark?.Invoke(station, slope?.Id) ?? ""));
                    }
                    break;
            }
        }
        return new CoverageAnswer(asked, looked, excused, hidden, left, Limitations(limitations), NothingFound(nothing));
    }

    /// <summary>The look at a place, if any. One place has one look; of several, from before that was so, the last made counts.</summary>
    public static LookFact? LookAt(IReadOnlyList<LookFact> looks, string station, Guid? slopeId) =>
        looks.Where(l => l.Station == station && l.SlopeId == slopeId).OrderBy(l => l.Id).LastOrDefault();

    private static IEnumerable<(Station Station, SlopeFact? Slope)> Places(
        IReadOnlyList<Station> stations,
        IReadOnlyList<SlopeFact> slopes
    ) =>
        stations.SelectMany(station =>
            station.PerSlope ? slopes.Select(slope => (station, (SlopeFact?)slope)) : [(station, (SlopeFact?)null)]
        );

    private static List<string> NothingFound(List<(Station Station, string? Letter, string Remark)> places) =>
        [
            .. places
                .GroupBy(p => (p.Station, p.Remark))
                .Select(g =>
                {
                    var place = g.First().Letter is null
                        ? g.Key.Station.Name
                        : $"{Sentences.Slopes([.. g.Select(p => p.Letter!)])}, {Sentences.Lower(g.Key.Station.Name)}";
                    return g.Key.Remark.Length == 0
                        ? $"{place}: inspected, no defects observed."
                        : $"{place}: inspected. {Sentences.Upper(g.Key.Remark)}; no other defects observed.";
                }),
        ];

    /// <summary>A place that was not checked, and why.</summary>
    private sealed record Limitation(SlopeFact? Slope, Station Station, string Why);

    /// <summary>What one slope hides for one reason is one sentence.</summary>
    private static List<string> Limitations(List<Limitation> limitations) =>
        [
            .. limitations
                .GroupBy(l => (Slope: l.Slope?.Id, l.Why))
                .Select(g =>
                {
                    string[] stations = [.. g.Select(l => Sentences.Lower(l.Station.Name))];
                    var place = g.First().Slope is { } slope
                        ? $"{Sentences.Slope(slope)}, {Sentences.List(stations)}"
                        : Sentences.Upper(Sentences.List(stations));
                    return $"{place}: not checked – {g.Key.Why}. No conclusion is drawn.";
                }),
        ];

    /// <summary>Why a place was not looked at, with the inspector's note.</summary>
    internal static string Why(LookFact look)
    {
        var why = look.State == LookState.Hidden ? $"hidden {HiddenWords(look.Excuse)}" : Words(look.Excuse ?? ExcuseReason.NotThere);
        return look.Note.Length == 0 ? why : $"{why} ({look.Note.Trim().TrimEnd('.')})";
    }

    public static string Words(ExcuseReason reason) =>
        reason switch
        {
            ExcuseReason.TooSteep => "too steep to walk safely",
            ExcuseReason.TooHigh => "out of safe reach",
            ExcuseReason.Wet => "wet and slippery",
            ExcuseReason.Snow => "under snow or ice",
            ExcuseReason.Fragile => "too fragile to walk on",
            ExcuseReason.Locked => "no access was given",
            ExcuseReason.Covered => "covered or hidden",
            ExcuseReason.Storm => "a storm was approaching",
            ExcuseReason.Dark => "too dark",
            ExcuseReason.Unsafe => "it was not safe to stay",
            _ => "nothing of the kind here",
        };

    private static string HiddenWords(ExcuseReason? reason) =>
        reason switch
        {
            ExcuseReason.Snow => "by snow or ice",
            ExcuseReason.Wet => "by standing water",
            _ => "by what covers it",
        };
}
