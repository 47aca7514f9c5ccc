using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Monitoring;

/// <summary>Who of inspector and Kalpa came nearer to what happened.</summary>
[JsonConverter(typeof(CamelCaseEnum<Nearer>))]
public enum Nearer
{
    NoGuess,
    Inspector,
    Kalpa,
    Alike,
}

/// <summary>
/// The forecast of an earlier visit against today: <paramref name="Then"/> are the years left that Kalpa gives with what was known then,
/// <paramref name="CameTo"/> the years it came to: those since, and those it has today; or until it was re-roofed.
/// </summary>
public sealed record ForecastCheck(
    DateOnly On,
    string By,
    YearsLeft Then,
    double? GuessLow,
    double? GuessHigh,
    double YearsSince,
    double CameTo,
    bool Ended,
    Nearer Nearer,
    string Words
);

/// <summary>Last time's forecast against today's finding, and who was nearer.</summary>
internal static class ForecastChecks
{
    /// <summary>Closer together than this they were equally near.</summary>
    private const double AlikeYears = 0.5;

    public static ForecastCheck? Of(
        RuleBook book,
        AssessInput input,
        SlopeFact slope,
        CoveringFact covering,
        LifeFacts facts,
        LifeAnswer life,
        IReadOnlyDictionary<Guid, double> sun,
        Func<LifeFacts, LifeAnswer> lifeOf
    )
    {
        var past = (input.Records?.PastVisits ?? [])
            .Where(v => v.On < input.AsOf && (v.Stages.Any(s => s.SlopeId == slope.Id) || v.SignOffs.Any(s => s.SlopeId == slope.Id)))
            .OrderBy(v => v.On)
            .ThenBy(v => v.VisitId)
            .LastOrDefault();
        var then = past is null ? null : Assessor.CoveringOn(input.Coverings, slope.Id, past.On);
        if (past is null || then is null || Forecast(book, input, slope, then, past, sun, lifeOf) is not { } forecast)
        {
            return null;
        }
        var ended = then.Id != covering.Id;
        if (!ended && life.Stated is null)
        {
            return null;
        }
        var since = Quantise.Years(Years.Between(past.On, input.AsOf));
        var cameTo = ended
            ? Quantise.Years(Years.Between(past.On, then.EndedOn ?? input.AsOf))
            : Quantise.Years(since + life.Stated!.Likely);
        var guess = past.SignOffs.Where(s => s.SlopeId == slope.Id).OrderBy(s => s.Id).LastOrDefault();
        var nearer = NearerOf(guess, forecast, cameTo);
        return new ForecastCheck(
            past.On,
            past.Inspector,
            forecast,
            guess?.GuessLow,
            guess?.GuessHigh,
            since,
            cameTo,
            ended,
            nearer,
            Words(past, forecast, guess, since, cameTo, ended, nearer)
        );
    }

    /// <summary>The slope assessed with what was known at that visit; figures stated over Kalpa's then are the firm's, not Kalpa's.</summary>
    private static YearsLeft? Forecast(
        RuleBook book,
        AssessInput input,
        SlopeFact slope,
        CoveringFact then,
        PastVisit past,
        IReadOnlyDictionary<Guid, double> sun,
        Func<LifeFacts, LifeAnswer> lifeOf
    )
    {
        var records = (input.Records ?? VisitRecords.None) with
        {
            PastVisits = [.. (input.Records?.PastVisits ?? []).Where(v => v.On < past.On)],
            LifeOpinions = [],
            Samples = [],
            Courses = [],
        };
        var known = input with { AsOf = past.On, Stages = past.Stages, Findings = [], Records = records };
        return lifeOf(LifeFactsOf.Slope(book, known, slope, then, sun)).Stated;
    }

    private static Nearer NearerOf(SignOffFact? guess, YearsLeft forecast, double cameTo)
    {
        if (guess is not { GuessLow: { } low, GuessHigh: { } high })
        {
            return Nearer.NoGuess;
        }
        var (theirs, ours) = (Math.Abs((low + high) / 2 - cameTo), Math.Abs(forecast.Likely - cameTo));
        return Quantise.Years(Math.Abs(theirs - ours)) <= AlikeYears ? Nearer.Alike
            : theirs < ours ? Nearer.Inspector
            : Nearer.Kalpa;
    }

    private static string Words(
        PastVisit past,
        YearsLeft forecast,
        SignOffFact? guess,
        double since,
        double cameTo,
        bool ended,
        Nearer nearer
    )
    {
        var day = past.On.ToString("MMMM yyyy", CultureInfo.InvariantCulture);
        var gave = $"In {day} Kalpa estimated {forecast.Low:0}–{forecast.High:0} years, most likely {forecast.Likely:0}";
        var guessed = guess is { GuessLow: { } low, GuessHigh: { } high } ? $"; {guess.By} estimated {low:0}–{high:0}" : "";
        var came = ended
            ? $"It was re-roofed after {cameTo:0}."
            : $"After {since:0} years its condition suggests {cameTo:0} years in total.";
        var inside =
            cameTo < forecast.Low ? " Sooner than the range."
            : cameTo > forecast.High ? " Longer than the range."
            : " Within the range.";
        var who = nearer switch
        {
            Nearer.Inspector => $" {guess!.By} was nearer.",
            Nearer.Kalpa => " Kalpa was nearer.",
            Nearer.Alike => " Both were equally near.",
            _ => "",
        };
        return $"{gave}{guessed}. {came}{inside}{who}";
    }
}
