using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Water;

/// <summary>What a detail of a plan is called where its water is told.</summary>
public sealed record DetailName(Guid Id, string Name);

/// <summary>A detail by its own name; of several of a kind on one slope that have none, by its place along the eave.</summary>
public static class DetailNames
{
    public static IReadOnlyList<DetailName> Of(IReadOnlyList<DetailFact> details) =>
        [.. details.Select(d => new DetailName(d.Id, Of(d, details)))];

    public static string Of(DetailFact detail, IReadOnlyList<DetailFact> details)
    {
        if (detail.Name.Length > 0)
        {
            return Sentences.Upper(detail.Name);
        }
        var kind = Sentences.Upper(BookKey.InWords(detail.Kind));
        var alike = details
            .Where(d => d.Kind == detail.Kind && d.Spot.SlopeId == detail.Spot.SlopeId && d.Name.Length == 0)
            .OrderBy(d => d.Spot.Along)
            .ThenBy(d => d.Id)
            .ToList();
        // As one stands before the eave: along it runs to the right.
        return alike.Count > 1 ? $"{kind} {alike.FindIndex(d => d.Id == detail.Id) + 1} from the left" : kind;
    }
}
