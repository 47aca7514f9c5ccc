using Kalpa.Core.Costs;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>
/// An array on a roof that it outlives: re-roof now, or later plus taking the array off and on again. In years always; in money where prices are given:
/// each event is priced at the middle of its year, brought to today, and what life the new covering still has when the array ends is credited in proportion.
/// </summary>
internal static class ReroofChoices
{
    private const double Half = 0.5;

    public static ReroofChoice Of(RuleBook book, LastingRequest request, IReadOnlyList<LifeAnswer> lives)
    {
        var years = Enumerable.Range(1, request.Years).ToList();
        var left = years.Select(y => CommonFactor.AllLast([.. lives.Select(l => Chance(l, y))])).Prepend(1.0).ToList();
        var fresh = request.Slopes.Select(s => RemainingLife.Of(book, NewCovering.Of(s.Facts), years)).ToList();
        var anew = years.Select(y => CommonFactor.AllLast([.. fresh.Select(l => Chance(l, y))])).Prepend(1.0).ToList();
        var (offIfLeft, offIfNew) = (Quantise.Chance(1 - left[^1]), Quantise.Chance(1 - anew[^1]));
        double? likely = left[^1] <= Half ? Enumerable.Range(0, left.Count).First(y => left[y] <= Half) : null;
        // Years of the old covering that re-roofing today throws away: the mean of what is left, within the array's years.
        var given = Quantise.Years(left.Skip(1).Sum());
        var newLife = fresh.Min(l => l.Stated?.Likely ?? 0);
        var (now, later) = Prices(request, left, anew, newLife);
        return new ReroofChoice(
            offIfLeft,
            offIfNew,
            likely,
            given,
            now,
            later,
            Words(request, offIfLeft, offIfNew, likely, given, lives.Any(Lasting.IsWorn), now, later)
        );
    }

    private static double Chance(LifeAnswer life, int years) => life.Chances.FirstOrDefault(c => c.Years == years)?.Chance ?? 0;

    private static (double? Now, double? Later) Prices(LastingRequest request, List<double> left, List<double> anew, double newLife)
    {
        if (request.ReroofPrice is not { } reroof || request.OffAndOnPrice is not { } off)
        {
            return (null, null);
        }
        var money = new MoneyInTime((request.RatePercent ?? 0) / 100, 0);
        double Today(double amount, double year) => amount * money.Today(year);
        double Credit(double yearLaid) => newLife <= 0 ? 0 : reroof * Math.Clamp((newLife - (request.Years - yearLaid)) / newLife, 0, 1);
        // A new covering from a year on: what it costs to lay it, what it costs again should it end under the array, less what it still has then.
        double Anew(double first, double laid)
        {
            var sum = Today(first, laid) - Today(Credit(laid), request.Years);
            for (var year = 1; laid + year - Half <= request.Years; year++)
            {
                sum += Today((anew[year - 1] - anew[year]) * (reroof + off), laid + year - Half);
            }
            return sum;
        }
        double later = 0;
        for (var year = 1; year <= request.Years; year++)
        {
            later += (left[year - 1] - left[year]) * Anew(reroof + off, year - Half);
        }
        return (Quantise.Money(Anew(reroof, 0)), Quantise.Money(later));
    }

    /// <summary>Where both cost the same, what is there is kept.</summary>
    public static bool WaitingIsCheaper(double now, double later) => later <= now;

    private static string Words(
        LastingRequest request,
        double offIfLeft,
        double offIfNew,
        double? likely,
        double given,
        bool worn,
        double? now,
        double? later
    )
    {
        var when = likely is { } year ? $", most likely about year {year:0}" : "";
        var gives =
            given < Half ? "nothing"
            : given < 1.5 ? "about a year"
            : $"about {given:0} years";
        var years =
            $"Left as it is, the array comes off within its {request.Years} years with a chance of {Lasting.Percent(offIfLeft)}{when}. "
            + $"Re-roofed first, {Lasting.Percent(offIfNew)}; that gives up {gives} of the old covering.";
        if (now is { } cheap && later is { } dear)
        {
            var better = WaitingIsCheaper(cheap, dear) ? "Waiting is cheaper" : "Re-roofing first is cheaper";
            return $"{years} {better}: {Sentences.Money(Math.Min(cheap, dear))} against {Sentences.Money(Math.Max(cheap, dear))} in today’s money, planning figures.";
        }
        var advice =
            offIfLeft < Half ? "It can go on this roof."
            : !worn ? "The covering has too many years left to give up: plan to remove the array once for the re-roof."
            : offIfNew < Half ? "Re-roof first, or put it on another slope."
            : "A new covering of the same kind is not likely to outlast the array either: re-roof first with a longer-lived one, or plan to remove the array once.";
        return $"{years} {advice}";
    }
}
