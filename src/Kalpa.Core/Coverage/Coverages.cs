using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Coverage;

/// <summary>A station, on a slope or for the whole roof, that is neither looked at nor excused.</summary>
public sealed record LeftOpen(string Station, string StationName, Guid? SlopeId, string? Letter);

/// <summary>What was looked at and what was not; the excuses are the report's limitations, word for word.</summary>
public sealed record CoverageAnswer(int Asked, int Looked, int Excused, IReadOnlyList<LeftOpen> Left, IReadOnlyList<string> Limitations);

/// <summary>Coverage of a visit (methods, section 15): every station of every slope looked at, or excused.</summary>
public static class Coverages
{
    public static CoverageAnswer Of(RuleBook book, IReadOnlyList<SlopeFact> slopes, IReadOnlyList<LookFact> looks)
    {
        var left = new List<LeftOpen>();
        var limitations = new List<string>();
        var (asked, looked) = (0, 0);
        foreach (var (station, slope) in Places(book, slopes))
        {
            asked++;
            var look = looks.Where(l => l.Station == station.Key && l.SlopeId == slope?.Id).OrderBy(l => l.Id).LastOrDefault();
            if (look is null)
            {
                left.Add(new LeftOpen(station.Key, station.Name, slope?.Id, slope?.Letter));
            }
            else if (look.State == LookState.Excused && look.Excuse != ExcuseReason.NotThere)
            {
                limitations.Add(Limitation(station, slope, look));
            }
            else
            {
                looked++;
            }
        }
        return new CoverageAnswer(asked, looked, limitations.Count, left, limitations);
    }

    private static IEnumerable<(Station Station, SlopeFact? Slope)> Places(RuleBook book, IReadOnlyList<SlopeFact> slopes) =>
        book.Stations.SelectMany(station =>
            station.PerSlope ? slopes.Select(slope => (station, (SlopeFact?)slope)) : [(station, (SlopeFact?)null)]
        );

    private static string Limitation(Station station, SlopeFact? slope, LookFact look)
    {
        var place = slope is null ? station.Name : $"Slope {slope.Letter}, {LowerFirst(station.Name)}";
        var note = look.Note.Length == 0 ? "" : $" ({look.Note})";
        return $"{place}: not inspected – {Words(look.Excuse ?? ExcuseReason.NotThere)}{note}.";
    }

    public static string Words(ExcuseReason reason) =>
        reason switch
        {
            ExcuseReason.TooSteep => "too steep to walk safely",
            ExcuseReason.TooHigh => "out of safe reach",
            ExcuseReason.Wet => "wet and slippery",
            ExcuseReason.Snow => "under snow or ice",
            ExcuseReason.Fragile => "too fragile to tread on",
            ExcuseReason.Locked => "no access was given",
            ExcuseReason.Covered => "covered or hidden",
            _ => "nothing of the kind here",
        };

    private static string LowerFirst(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
