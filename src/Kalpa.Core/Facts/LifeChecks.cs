using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Facts;

/// <summary>Whether what is recorded of assemblies, years and series can be kept at all.</summary>
internal static class LifeChecks
{
    private const double MostYears = 200;

    /// <summary>No assembly has more layers; the work grows as a power of those rated in several stages.</summary>
    private const int MostComponents = 12;

    private const int MostLooks = 100;
    private const int MostWear = 100;
    private const int MostReadings = 500;
    private const double MostPrice = 1e9;
    private const double MostRatePercent = 50;
    private const double MostSunRatio = 10;

    public static void Of(IFact fact, RuleBook book, FactChecks.Found found)
    {
        switch (fact)
        {
            case ComponentFact component:
                found.Key(component.Kind, book.FindComponent(component.Kind) is not null, "component.unknown-kind", "component");
                found.Day(component.EndedOn);
                found.If(component.Order < 1, "component.bad-order", "Components are counted away from the covering, from 1.");
                FactChecks.Years(component.LaidFrom, component.LaidTo, found);
                FactChecks.Evidence(component.Evidence, found);
                found.Text(component.Note);
                break;
            case SignOffFact signOff:
                found.Name(signOff.By, "signOff.no-name", "Enter who signs the slope off.");
                Guess(signOff, found);
                break;
            case LifeOpinionFact opinion:
                Opinion(opinion, found);
                break;
            case PlannedFact planned:
                found.If(planned.Years is < 1 or > Lasting.MostYears, "planned.bad-years", $"Ask for 1 to {Lasting.MostYears} years.");
                Price(planned.ReroofPrice, found);
                Price(planned.OffAndOnPrice, found);
                found.If(
                    planned.RatePercent is { } rate && !(rate is >= 0 and <= MostRatePercent),
                    "planned.bad-rate",
                    $"A yearly rate lies between 0 and {MostRatePercent:0} percent."
                );
                break;
            case SeriesFact series:
                Series(series, book, found);
                break;
        }
    }

    public static void Of(LifeFacts facts, RuleBook book, FactChecks.Found found)
    {
        FactChecks.Evidence(facts.Evidence, found);
        found.Count(facts.Components, MostComponents);
        found.Count(facts.Earlier, MostLooks);
        found.Count(facts.Wear, MostWear);
        found.Count(facts.Without, MostWear);
        if (facts.CoveringShares is not null)
        {
            FactChecks.Shares(facts.CoveringShares, found);
        }
        foreach (var look in (facts.Earlier ?? []).Concat((facts.Components ?? []).SelectMany(c => c.Earlier ?? [])))
        {
            FactChecks.Shares(look.Shares, found);
        }
        foreach (var component in facts.Components ?? [])
        {
            found.If(
                book.FindComponent(component.Kind) is null,
                "component.unknown-kind",
                $"The rule book has no component \"{component.Kind}\"."
            );
            FactChecks.Years(component.LaidFrom, component.LaidTo, found);
            FactChecks.Evidence(component.Evidence, found);
            if (component.Shares is not null)
            {
                FactChecks.Shares(component.Shares, found);
            }
        }
        found.If(
            facts.SunRatio is { } sun && !(sun is > 0 and <= MostSunRatio),
            "life.bad-sun",
            "The sun on a slope relative to the roof's mean is more than zero."
        );
        found.If(
            facts.Nails is { } nails && (nails.Looked < 0 || nails.Wrong < 0 || nails.Wrong > nails.Looked),
            "life.bad-nails",
            "Count the nails looked at, and no more wrong ones than that."
        );
        if (facts.Overruled is { } own)
        {
            Figures(own, found);
        }
    }

    private static void Guess(SignOffFact signOff, FactChecks.Found found)
    {
        found.If((signOff.GuessLow is null) != (signOff.GuessHigh is null), "signOff.half-guess", "Give both ends of the guess, or none.");
        found.If(
            signOff is { GuessLow: { } low, GuessHigh: { } high } && !(low >= 0 && low <= high && high <= MostYears),
            "signOff.bad-guess",
            "A guess is zero or more years, the low figure not above the high one."
        );
    }

    private static void Opinion(LifeOpinionFact opinion, FactChecks.Found found)
    {
        found.If(
            opinion.Overruled is not null && string.IsNullOrWhiteSpace(opinion.Reason),
            "opinion.no-reason",
            "Say why: the computed figures are kept beside yours."
        );
        found.Text(opinion.Reason, opinion.By);
        if (opinion.Overruled is { } own)
        {
            Figures(own, found);
        }
    }

    private static void Figures(YearsLeft own, FactChecks.Found found) =>
        found.If(
            !(own.Low >= 0 && own.Low <= own.Likely && own.Likely <= own.High && own.High <= MostYears),
            "opinion.bad-years",
            "Years rise from low to likely to high, from zero on."
        );

    private static void Price(double? price, FactChecks.Found found) =>
        found.If(price is { } amount && !(amount is >= 0 and <= MostPrice), "planned.bad-price", "A price is zero or more.");

    private static void Series(SeriesFact series, RuleBook book, FactChecks.Found found)
    {
        var quantity = book.FindQuantity(series.Quantity);
        found.Key(series.Quantity, quantity is not null, "series.unknown-quantity", "quantity");
        found.If(series.Readings.Count is < 1 or > MostReadings, "series.bad-count", $"A series has 1 to {MostReadings} readings.");
        found.Text(series.Place);
        foreach (var reading in series.Readings)
        {
            if (quantity is not null)
            {
                FactChecks.Measure(reading, quantity, found);
            }
        }
    }
}
