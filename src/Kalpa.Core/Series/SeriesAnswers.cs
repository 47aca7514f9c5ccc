using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Series;

[JsonConverter(typeof(CamelCaseEnum<Trend>))]
public enum Trend
{
    TooFew,
    Level,
    Rising,
    Falling,
}

/// <summary>One reading: its place in the series from 1 (a course number where courses were counted), its label, its value in the quantity's unit.</summary>
public sealed record SeriesPoint(int At, string Label, double Value, string Printed, bool Outside);

/// <summary>
/// A measured quantity over courses, down a wall or over visits. <paramref name="Spread"/> is the standard deviation, <paramref name="PerStep"/> the Theil–Sen
/// slope, both in the quantity's unit; <paramref name="WorstAt"/> is the place of the worst reading.
/// </summary>
public sealed record SeriesAnswer(
    Guid? Id,
    Guid? SlopeId,
    string Quantity,
    string Name,
    QuantityUnit Unit,
    SeriesAlong Along,
    string Place,
    IReadOnlyList<SeriesPoint> Points,
    double Least,
    double Mean,
    double Most,
    double Spread,
    Trend Trend,
    double PerStep,
    int WorstAt,
    double? LimitLeast,
    double? LimitMost,
    string? LimitText,
    string Words
);

/// <summary>Series of a visit: those measured as such, the exposures of picked courses, and the same measure over visits.</summary>
public static class SeriesAnswers
{
    private const string ExposureQuantity = "exposure";
    private const int FewestForTrend = 4;

    /// <summary>One-sided five in a hundred for the Mann–Kendall statistic.</summary>
    private const double SureScore = 1.645;

    public static IReadOnlyList<SeriesAnswer> Of(RuleBook book, AssessInput input)
    {
        var records = input.Records ?? VisitRecords.None;
        var own = (records.Series ?? [])
            .OrderBy(s => s.Id)
            .Select(s => Made(book, input, s.Id, s.SlopeId, s.Quantity, s.Along, s.Place, Numbered(s.Readings)))
            .OfType<SeriesAnswer>();
        return [.. own, .. Courses(book, input, records), .. OverVisits(book, input, records)];
    }

    private static List<(int At, string Label, double Value)> Numbered(IReadOnlyList<MeasureFact> readings) =>
        [.. readings.Select((r, i) => (i + 1, $"{i + 1}", r.Value))];

    private static IEnumerable<SeriesAnswer> Courses(RuleBook book, AssessInput input, VisitRecords records) =>
        records
            .Courses.Where(c => c.Exposure is not null)
            .GroupBy(c => c.SlopeId)
            .Where(g => g.Count() > 1)
            .OrderBy(g => g.Key)
            .Select(g =>
                Made(
                    book,
                    input,
                    null,
                    g.Key,
                    ExposureQuantity,
                    SeriesAlong.UpTheSlope,
                    "picked courses",
                    [
                        .. g.GroupBy(c => c.Course)
                            .Select(c => c.OrderBy(x => x.Id).Last())
                            .OrderBy(c => c.Course)
                            .Select(c => (c.Course, $"course {c.Course}", c.Exposure!.Value)),
                    ]
                )
            )
            .OfType<SeriesAnswer>();

    /// <summary>The same series measured on earlier visits, by its mean each time; and a finding measured last time and today.</summary>
    private static IEnumerable<SeriesAnswer> OverVisits(RuleBook book, AssessInput input, VisitRecords records)
    {
        foreach (var now in (records.Series ?? []).OrderBy(s => s.Id))
        {
            var before = (records.PastVisits ?? [])
                .Where(v => v.On < input.AsOf)
                .OrderBy(v => v.On)
                .SelectMany(v => v.Series.Where(s => Same(s, now)).Select(s => (v.On, Mean: s.Readings.Average(r => r.Value))))
                .Append((On: input.AsOf, Mean: now.Readings.Average(r => r.Value)))
                .ToList();
            if (before.Count > 1)
            {
                yield return Made(book, input, null, now.SlopeId, now.Quantity, SeriesAlong.OverVisits, now.Place, Dated(before))!;
            }
        }
        var last = records.LastTime;
        foreach (var today in input.Findings.Where(f => f.Measure is not null).OrderBy(f => f.Id))
        {
            var earlier = last?.Findings.FirstOrDefault(f =>
                f.Measure is not null && f.Condition == today.Condition && f.SlopeId == today.SlopeId && f.Place == today.Place
            );
            if (earlier is not null && book.FindCondition(today.Condition)?.Quantity is { } quantity)
            {
                List<(DateOnly, double)> two = [(last!.On, earlier.Measure!.Value), (input.AsOf, today.Measure!.Value)];
                yield return Made(book, input, null, today.SlopeId, quantity, SeriesAlong.OverVisits, today.Place, Dated(two))!;
            }
        }
    }

    private static bool Same(SeriesFact a, SeriesFact b) =>
        a.Quantity == b.Quantity && a.SlopeId == b.SlopeId && a.Along == b.Along && a.Place == b.Place && a.Readings.Count > 0;

    private static List<(int At, string Label, double Value)> Dated(List<(DateOnly On, double Value)> visits) =>
        [.. visits.Select((v, i) => (i + 1, $"{v.On.Year}", v.Value))];

    private static SeriesAnswer? Made(
        RuleBook book,
        AssessInput input,
        Guid? id,
        Guid? slopeId,
        string quantityId,
        SeriesAlong along,
        string place,
        List<(int At, string Label, double Value)> readings
    )
    {
        if (book.FindQuantity(quantityId) is not { } quantity || readings.Count == 0)
        {
            return null;
        }
        var kind = slopeId is { } on ? Assessor.CoveringOn(input.Coverings, on, input.AsOf)?.Kind : null;
        var limit = book.LimitFor(quantityId, kind);
        bool Outside(double value) => limit is not null && (value < limit.Least || value > limit.Most);
        var values = readings.Select(r => r.Value).ToList();
        var mean = values.Average();
        var worst = readings.OrderByDescending(r => Badness(r.Value, limit, values)).ThenBy(r => r.At).First();
        var (trend, perStep) = TrendOf(values);
        var spread = values.Count < 2 ? 0 : Math.Sqrt(values.Sum(v => (v - mean) * (v - mean)) / (values.Count - 1));
        var points = readings
            .Select(r => new SeriesPoint(
                r.At,
                r.Label,
                Quantise.Measure(r.Value),
                MeasureReading.Print(r.Value, quantity.Unit),
                Outside(r.Value)
            ))
            .ToList();
        var text = limit is null ? null : Verdicts.LimitText(quantity, limit);
        var answer = new SeriesAnswer(
            id,
            slopeId,
            quantityId,
            quantity.Name,
            quantity.Unit,
            along,
            place,
            points,
            Quantise.Measure(values.Min()),
            Quantise.Measure(mean),
            Quantise.Measure(values.Max()),
            Quantise.Measure(spread),
            trend,
            Quantise.Measure(perStep),
            worst.At,
            limit?.Least,
            limit?.Most,
            text,
            ""
        );
        return answer with { Words = Words(answer, worst.Label) };
    }

    /// <summary>Farthest beyond the limit; without one, farthest from the middle reading.</summary>
    private static double Badness(double value, Limit? limit, List<double> values)
    {
        if (limit is { Least: { } least, Most: null })
        {
            return least - value;
        }
        if (limit is { Most: { } most, Least: null })
        {
            return value - most;
        }
        if (limit is { Least: { } low, Most: { } high })
        {
            return Math.Max(low - value, value - high);
        }
        return Math.Abs(value - Median(values));
    }

    private static double Median(List<double> values)
    {
        var sorted = values.Order().ToList();
        return (sorted[(sorted.Count - 1) / 2] + sorted[sorted.Count / 2]) / 2;
    }

    /// <summary>Theil–Sen slope per step, and whether it is one by the Mann–Kendall test: a few wild readings neither make nor hide a trend.</summary>
    private static (Trend Trend, double PerStep) TrendOf(List<double> values)
    {
        var n = values.Count;
        if (n < 2)
        {
            return (Trend.TooFew, 0);
        }
        var slopes = new List<double>();
        var sum = 0;
        for (var i = 0; i < n; i++)
        {
            for (var j = i + 1; j < n; j++)
            {
                slopes.Add((values[j] - values[i]) / (j - i));
                sum += Math.Sign(values[j] - values[i]);
            }
        }
        var perStep = Median(slopes);
        if (n < FewestForTrend)
        {
            return (Trend.TooFew, perStep);
        }
        var ties = values.GroupBy(v => v).Sum(g => (double)g.Count() * (g.Count() - 1) * (2 * g.Count() + 5));
        var variance = ((double)n * (n - 1) * (2 * n + 5) - ties) / 18;
        var score = variance <= 0 ? 0 : (Math.Abs(sum) - 1) / Math.Sqrt(variance);
        return (
            score < SureScore ? Trend.Level
            : sum > 0 ? Trend.Rising
            : Trend.Falling,
            perStep
        );
    }

    private static string Words(SeriesAnswer s, string worst)
    {
        string Print(double value) => MeasureReading.Print(value, s.Unit);
        var outside = s.Points.Count(p => p.Outside);
        var limit =
            s.LimitText is null ? ""
            : outside == 0 ? $" All are within the limit ({s.LimitText})."
            : $" {outside} of {s.Points.Count} outside the limit ({s.LimitText}).";
        var trend = s.Trend switch
        {
            Trend.Rising => $" It rises, by about {Print(Math.Abs(s.PerStep))} a step.",
            Trend.Falling => $" It falls, by about {Print(Math.Abs(s.PerStep))} a step.",
            Trend.Level => " No trend.",
            _ => "",
        };
        return $"{s.Points.Count} readings, {Print(s.Least)} to {Print(s.Most)}; worst at {worst}.{trend}{limit}";
    }
}
