using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Rules;

/// <summary>
/// A limit and how it stands at a place. <paramref name="Open"/>: it hangs on this matter, whose fact nobody has recorded yet.
/// </summary>
internal sealed record StandingLimit(Limit Limit, LimitStanding Standing, string Note, Decision? Open = null);

/// <summary>
/// All limits on a quantity at a place: the jurisdiction's own value stands in the place of the one it overrides, and both are shown (methods, section 7).
/// </summary>
internal static class LimitSets
{
    /// <summary>Prefix of the id of a jurisdiction's own value; the rest is the id of the limit in whose place it stands.</summary>
    public const string LocalId = "local:";

    /// <summary>The same for a value of the firm, which replaces good practice only: what a code or an instruction sets stands.</summary>
    public const string FirmId = "firm:";

    public static List<StandingLimit> At(RuleBook book, string quantityId, VerdictPlace place)
    {
        var found = new List<StandingLimit>();
        foreach (var limit in book.LimitsOn(quantityId))
        {
            if (!limit.AppliesTo(place.Kind))
            {
                continue;
            }
            if (NotSo(book, limit, place) is { } fact)
            {
                found.Add(new StandingLimit(limit, LimitStanding.Elsewhere, fact));
                continue;
            }
            var open = limit.Where is { } where && place.AnswerTo(where.Decision) is null ? book.FindDecision(where.Decision) : null;
            if (place.Local?.Limits.LastOrDefault(l => l.LimitId == limit.Id) is { } own)
            {
                var whose =
                    place.Local.Edition.Length > 0 ? $"{place.Local.Jurisdiction}, {place.Local.Edition}" : place.Local.Jurisdiction;
                var local = Replaced(limit, own, LocalId, SourceClass.Published, whose);
                found.Add(
                    new StandingLimit(local, LimitStanding.Binds, "Required here.", limit.Where is { LocalShows: true } ? null : open)
                );
                found.Add(new StandingLimit(limit, LimitStanding.Overridden, $"Replaced here by {whose}."));
                continue;
            }
            if (Elsewhere(limit, place) is { } why)
            {
                found.Add(new StandingLimit(limit, LimitStanding.Elsewhere, why));
                continue;
            }
            if (!limit.Binds && place.Firm?.LastOrDefault(l => l.LimitId == limit.Id) is { } firm)
            {
                var ours = Replaced(limit, firm, FirmId, SourceClass.CommonPractice, "The firm’s value");
                found.Add(new StandingLimit(ours, LimitStanding.Advises, "", open));
                found.Add(new StandingLimit(limit, LimitStanding.Overridden, "Replaced by the firm’s value."));
                continue;
            }
            found.Add(new StandingLimit(limit, limit.Binds ? LimitStanding.Binds : LimitStanding.Advises, "", open));
        }
        return found;
    }

    /// <summary>A limit of the book with somebody's own value and source in its place.</summary>
    private static Limit Replaced(Limit limit, LocalLimit own, string prefix, SourceClass sourceClass, string whose) =>
        limit with
        {
            Id = prefix + limit.Id,
            Least = own.Least,
            Most = own.Most,
            SourceClass = sourceClass,
            Source = own.Source.Length > 0 ? $"{whose}: {own.Source}" : whose,
        };

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

    /// <summary>Why a recorded fact takes the limit away here; null where it stands, or where nobody knows.</summary>
    private static string? NotSo(RuleBook book, Limit limit, VerdictPlace place)
    {
        if (limit.Unless is { } unless && place.AnswerTo(unless.Decision) is { } shown && unless.Is.Contains(shown))
        {
            return $"Not required here: {Answers(book, unless.Decision, [shown])}.";
        }
        return limit.Where is { } where && (place.AnswerTo(where.Decision) is { } other ? !where.Is.Contains(other) : where.OnlyOnceKnown)
            ? $"Only where: {Answers(book, where.Decision, where.Is)}."
            : null;
    }

    /// <summary>Answers to a decision's question, as they stand inside a sentence.</summary>
    public static string Answers(RuleBook book, string decision, IReadOnlyList<string> options) =>
        string.Join(" or ", book.FindDecision(decision)!.Options.Where(o => options.Contains(o.Key)).Select(o => Sentences.Lower(o.Words)));

    private static string? Elsewhere(Limit limit, VerdictPlace place)
    {
        var code = place.Local?.Code ?? CodeFamily.Residential;
        if (limit.Codes is { } codes && !codes.Contains(code))
        {
            return codes.Count == 0 ? "Only where the jurisdiction requires it."
                : code == CodeFamily.Residential ? "For commercial buildings."
                : "For houses.";
        }
        if (place.RisePer12 is not { } rise)
        {
            return null;
        }
        return rise < limit.PitchFrom ? $"From {new Pitch(limit.PitchFrom!.Value).ToTradeText()} on."
            : rise >= limit.PitchBelow ? $"Below {new Pitch(limit.PitchBelow!.Value).ToTradeText()} only."
            : rise <= limit.PitchOver ? $"Over {new Pitch(limit.PitchOver!.Value).ToTradeText()} only."
            : rise > limit.PitchTo ? $"Up to {new Pitch(limit.PitchTo!.Value).ToTradeText()} only."
            : null;
    }
}
