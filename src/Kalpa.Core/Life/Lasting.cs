using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>"Will it last N years?": the chance per slope and for all together, plainly yes, no or doubtful, and what to do first.</summary>
public static class Lasting
{
    public const int MostYears = 60;

    private const double YesFrom = 0.9;
    private const double NoBelow = 0.5;

    /// <summary>
    /// A slope with so few years left is re-roofed before an array goes on, and one with more when it is due, with the array taken off and put back (common practice);
    /// prices, where they are given, decide instead.
    /// </summary>
    public const double ReroofFirstYears = 10;

    public static LastingAnswer Of(RuleBook book, LastingRequest request)
    {
        var years = Enumerable.Range(1, request.Years).ToList();
        var lives = request.Slopes.Select(s => RemainingLife.Of(book, s.Facts, years)).ToList();
        var slopes = request.Slopes.Zip(lives, (s, life) => OfSlope(s, life, request.Years)).ToList();
        var known = slopes.All(s => s.Chance is not null) && slopes.Count > 0;
        double? chance = known ? Quantise.Chance(CommonFactor.AllLast([.. slopes.Select(s => s.Chance!.Value)])) : null;
        var worst =
            slopes.Count == 0 ? LastingVerdict.CannotTell
            : slopes.Any(s => s.Verdict == LastingVerdict.No) ? LastingVerdict.No
            : VerdictOf(chance);
        // What is unfit as built is rebuilt first: there is nothing to weigh.
        var choice =
            request.Kind == PlannedKind.Solar && known && request.Slopes.All(s => s.Fitness != FitnessState.Unfit)
                ? ReroofChoices.Of(book, request, lives)
                : null;
        if (request.Kind == PlannedKind.Solar)
        {
            bool? cheaperFirst = choice is { PriceNow: { } now, PriceLater: { } later }
                ? !ReroofChoices.WaitingIsCheaper(now, later)
                : null;
            slopes = [.. slopes.Zip(lives, (s, life) => s with { ReroofFirst = IsFirst(s, life, cheaperFirst) })];
        }
        return new LastingAnswer(
            request.PlannedId,
            request.Kind,
            request.Years,
            worst,
            chance,
            Headline(worst, chance, slopes, request),
            slopes,
            First(book, request, slopes),
            choice
        );
    }

    private static SlopeLasting OfSlope(LastingSlope slope, LifeAnswer life, int years)
    {
        if (slope.Fitness == FitnessState.Unfit)
        {
            return new SlopeLasting(
                slope.SlopeId,
                slope.Letter,
                0,
                LastingVerdict.No,
                "Not suitable as built: replace or rebuild; wear life does not apply"
            );
        }
        double? chance = life.Stated is null ? null : life.Chances.First(c => c.Years == years).Chance;
        return new SlopeLasting(slope.SlopeId, slope.Letter, chance, VerdictOf(chance), life.Headline);
    }

    private static LastingVerdict VerdictOf(double? chance) =>
        chance switch
        {
            null => LastingVerdict.CannotTell,
            >= YesFrom => LastingVerdict.Yes,
            < NoBelow => LastingVerdict.No,
            _ => LastingVerdict.Doubtful,
        };

    private static string Headline(LastingVerdict verdict, double? chance, List<SlopeLasting> slopes, LastingRequest request)
    {
        var worst = slopes
            .Where(s => s.Chance is not null)
            .OrderBy(s => s.Chance)
            .ThenBy(s => s.Letter, StringComparer.Ordinal)
            .FirstOrDefault();
        var span = Sentences.Years(request.Years);
        var all = slopes.Count == 1 ? $"slope {slopes[0].Letter} lasts" : "all of it lasts";
        return verdict switch
        {
            LastingVerdict.Yes => $"Yes: the chance that {all} {span} is {Percent(chance!.Value)}.",
            LastingVerdict.No when worst is { Chance: 0 } => Never(slopes, span),
            LastingVerdict.No => $"No: the chance that {all} {span} is {Percent(chance ?? 0)}; slope {worst!.Letter} is due first.",
            LastingVerdict.Doubtful =>
                $"Uncertain: the chance that {all} {span} is {Percent(chance!.Value)}; slope {worst!.Letter} decides.",
            _ => "Cannot tell: record age or stage of every slope first.",
        };
    }

    private static string Never(List<SlopeLasting> slopes, string span)
    {
        var letters = slopes.Where(s => s.Chance == 0).Select(s => s.Letter).ToList();
        return $"No: {Sentences.Lower(Sentences.Slopes(letters))} {(letters.Count == 1 ? "does" : "do")} not last {span}.";
    }

    private static bool IsFirst(SlopeLasting slope, LifeAnswer life, bool? cheaperFirst) =>
        slope is { Verdict: LastingVerdict.No, Chance: not null } && life.Stated is not null && (cheaperFirst ?? IsWorn(life));

    /// <summary>Whether so little is left that a re-roof before an array gives up nothing worth keeping.</summary>
    internal static bool IsWorn(LifeAnswer life) => life.Stated is { } left && left.Likely <= ReroofFirstYears;

    private static List<string> First(RuleBook book, LastingRequest request, List<SlopeLasting> slopes)
    {
        var first = new List<string>();
        var sharpened = false;
        foreach (
            var (slope, judged) in request
                .Slopes.Zip(slopes)
                .OrderBy(s => s.Second.Chance ?? 0)
                .ThenBy(s => s.First.Letter, StringComparer.Ordinal)
        )
        {
            if (slope.Fitness == FitnessState.Unfit)
            {
                first.Add($"Rebuild slope {slope.Letter}: it is not suitable as built.");
            }
            else if (slope.Fitness == FitnessState.Unknown)
            {
                first.Add($"Determine whether slope {slope.Letter} is suitable as built.");
            }
            else if (judged.Verdict == LastingVerdict.No)
            {
                first.Add(
                    request.Kind == PlannedKind.Solar && !judged.ReroofFirst
                        ? $"Plan to remove the array from slope {slope.Letter} once, to re-roof it, and to put the array back."
                        : $"Re-roof slope {slope.Letter}."
                );
            }
            else if (judged.Verdict is LastingVerdict.Doubtful or LastingVerdict.CannotTell && !sharpened)
            {
                // What would narrow the range of the slope that decides; the others wait.
                sharpened = true;
                var sharper = RemainingLife.Of(book, slope.Facts with { Deep = true }).Narrowing;
                first.AddRange(sharper.Take(1).Select(n => $"{n.Text} (slope {slope.Letter})."));
            }
        }
        if (request.Kind == PlannedKind.Solar)
        {
            first.Add(
                "Replace boots and flashings that the array will hide; mounts are flashed into the framing, wiring is for licensed electricians."
            );
        }
        return first;
    }

    internal static string Percent(double chance) =>
        chance > 0.995 ? "over 99%"
        : chance < 0.005 ? "under 1%"
        : $"{chance * 100:0}%";
}
