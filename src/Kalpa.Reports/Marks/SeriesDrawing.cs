using Kalpa.Core.Series;

namespace Kalpa.Reports.Marks;

public readonly record struct SeriesDot(double X, double Y, string Label, string Text, bool Worst);

/// <summary>A series as a line of dots with its limits; the first, the last and the worst carry their value.</summary>
public sealed record SeriesDrawing(IReadOnlyList<SeriesDot> Dots, IReadOnlyList<double> Limits)
{
    public const double Width = 460;
    public const double Height = 110;
    private const double Top = 22;
    private const double Bottom = 22;
    private const double Side = 30;
    private const int MostLabels = 12;

    public string Line => string.Join(' ', Dots.Select(d => FormattableString.Invariant($"{d.X},{d.Y}")));

    public static SeriesDrawing Of(SeriesAnswer series)
    {
        double[] bounds = [.. new[] { series.LimitLeast, series.LimitMost }.OfType<double>()];
        var low = bounds.Append(series.Least).Min();
        var high = bounds.Append(series.Most).Max();
        var span = high > low ? high - low : 1;
        double Y(double value) => Math.Round(Top + (high - value) * (Height - Top - Bottom) / span, 1);
        var step = (Width - 2 * Side) / Math.Max(1, series.Points.Count - 1);
        var every = (series.Points.Count + MostLabels - 1) / MostLabels;
        var dots = series
            .Points.Select(
                (p, i) =>
                {
                    var worst = p.At == series.WorstAt;
                    var told = worst || i == 0 || i == series.Points.Count - 1;
                    return new SeriesDot(
                        Math.Round(Side + i * step, 1),
                        Y(p.Value),
                        i % every == 0 || worst ? p.Label : "",
                        told ? p.Printed : "",
                        worst || p.Outside
                    );
                }
            )
            .ToList();
        return new SeriesDrawing(dots, [.. bounds.Select(Y)]);
    }
}
