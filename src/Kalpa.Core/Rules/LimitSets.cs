using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>A limit and how it stands at a place.</summary>
internal sealed record StandingLimit(Limit Limit, LimitStanding Standing, string Note);

/// <summary>
/// All limits on a quantity at a place: the jurisdiction's own value stands in the place of the one it overrides, and both are shown (methods, section 7).
/// </summary>
internal static class LimitSets
{
    /// <summary>Prefix of the id of a jurisdiction's own value; the rest is the id of the limit in whose place it stands.</summary>
    public const string LocalId = "local:";

    public static List<StandingLimit> At(RuleBook book, string quantityId, VerdictPlace place)
    {
        var found = new List<StandingLimit>();
        foreach (var limit in book.LimitsOn(quantityId))
        {
            if (!limit.AppliesTo(place.Kind))
            {
                continue;
            }
            if (place.Local?.Limits.LastOrDefault(l => l.LimitId == limit.Id) is { } own)
            {
                var whose =
                    place.Local.Edition.Length > 0 ? $"{place.Local.Jurisdiction}, {place.Local.Edition}" : place.Local.Jurisdiction;
                found.Add(
                    new StandingLimit(
                        limit with
                        {
                            Id = LocalId + limit.Id,
                            Least = own.Least,
                            Most = own.Most,
                            SourceClass = SourceClass.Published,
                            Source = own.Source.Length > 0 ? $"{whose}: {own.Source}" : whose,
                        },
                        LimitStanding.Binds,
                        "What is asked here."
                    )
                );
                found.Add(new StandingLimit(limit, LimitStanding.Overridden, $"Replaced here by {whose}."));
                continue;
            }
            if (Elsewhere(limit, place) is { } why)
            {
                found.Add(new StandingLimit(limit, LimitStanding.Elsewhere, why));
                continue;
            }
            found.Add(new StandingLimit(limit, limit.Binds ? LimitStanding.Binds : LimitStanding.Advises, ""));
        }
        return found;
    }

    /// <summary>Those that govern are chosen from what binds; where nothing does, from good practice.</summary>
    public static List<StandingLimit> Deciding(IReadOnlyList<StandingLimit> all)
    {
        var binding = all.Where(l => l.Standing == LimitStanding.Binds).ToList();
        return binding.Count > 0 ? binding : [.. all.Where(l => l.Standing == LimitStanding.Advises)];
    }

    /// <summary>The strictest first: the highest least, then the lowest most, then the id, so that the order never wavers.</summary>
    public static IOrderedEnumerable<StandingLimit> Strictest(IEnumerable<StandingLimit> limits) =>
        limits
            .OrderByDescending(l => l.Limit.Least ?? double.NegativeInfinity)
            .ThenBy(l => l.Limit.Most ?? double.PositiveInfinity)
            .ThenBy(l => l.Limit.Id, StringComparer.Ordinal);

    private static string? Elsewhere(Limit limit, VerdictPlace place)
    {
        var code = place.Local?.Code ?? CodeFamily.Residential;
        if (limit.Codes is { } codes && !codes.Contains(code))
        {
            return codes.Count == 0 ? "Only where the jurisdiction asks it."
                : code == CodeFamily.Residential ? "For commercial buildings."
                : "For houses.";
        }
        if (place.RisePer12 is not { } rise)
        {
            return null;
        }
        return rise < limit.PitchFrom ? $"From {limit.PitchFrom:0.##}:12 on."
            : rise >= limit.PitchBelow ? $"Below {limit.PitchBelow:0.##}:12 only."
            : null;
    }
}
