using System.Text.RegularExpressions;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans.Editing;

/// <summary>Asks for the footprint that typed runs describe. A bare number is in feet.</summary>
public sealed record RunsRequest(string Text);

/// <summary>Something in the typed runs that is not understood: which run (from 1; zero for the whole), and what to do.</summary>
public sealed record RunsProblem(int Run, string Code, string Text);

/// <summary>
/// Corners counter-clockwise, inches; the first at the beginning of the first run where that already ran counter-clockwise.
/// <paramref name="GapInches"/>: how far the last run ends from the first; <paramref name="Closing"/>: the run that would close it, in words.
/// </summary>
public sealed record RunsAnswer(IReadOnlyList<ZonePoint> Corners, double GapInches, string Closing, IReadOnlyList<RunsProblem> Problems);

/// <summary>
/// A footprint as one walks round it: <c>east 42', south 18' 6", west 42'</c>. Directions by name or letter, or in degrees from north (<c>75° 12'</c>);
/// runs parted by commas, semicolons or new lines. A last run that only closes may be left out.
/// </summary>
public static partial class PlanRuns
{
    /// <summary>Steps and tapes miss by a little: up to this much the last corner is closed on the first, inches.</summary>
    private const double ClosesWithinInches = 3;

    private const int MostRuns = StraightSkeleton.MostCorners;

    private static readonly Dictionary<string, double> Directions = new(StringComparer.OrdinalIgnoreCase)
    {
        ["n"] = 0,
        ["north"] = 0,
        ["ne"] = 45,
        ["northeast"] = 45,
        ["e"] = 90,
        ["east"] = 90,
        ["se"] = 135,
        ["southeast"] = 135,
        ["s"] = 180,
        ["south"] = 180,
        ["sw"] = 225,
        ["southwest"] = 225,
        ["w"] = 270,
        ["west"] = 270,
        ["nw"] = 315,
        ["northwest"] = 315,
    };

    public static RunsAnswer Of(RunsRequest request)
    {
        var runs = request.Text.Split([',', ';', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (runs.Length is 0 or > MostRuns)
        {
            var text = runs.Length == 0 ? "Type the first run: east 42'." : $"A footprint has at most {MostRuns} runs.";
            return new RunsAnswer([], 0, "", [new RunsProblem(0, "runs.count", text)]);
        }
        var problems = new List<RunsProblem>();
        var walked = new List<PlanPoint> { new(0, 0) };
        for (var i = 0; i < runs.Length; i++)
        {
            if (Step(runs[i], i + 1, problems) is { } step)
            {
                walked.Add(walked[^1] + step);
            }
        }
        return problems.Count > 0 ? new RunsAnswer([], 0, "", problems) : Closed(walked);
    }

    private static RunsAnswer Closed(List<PlanPoint> walked)
    {
        var gap = walked[^1].To(walked[0]);
        var closing = gap <= ClosesWithinInches ? "" : InWords(walked[0] - walked[^1]);
        if (gap <= ClosesWithinInches)
        {
            walked.RemoveAt(walked.Count - 1);
        }
        if (walked.Count < 3)
        {
            return new RunsAnswer(
                [],
                gap,
                closing,
                [new RunsProblem(0, "runs.too-few", "Two runs at least, and the way back to the beginning.")]
            );
        }
        if (Polygons.Crossing(walked) is { } crossing)
        {
            var near =
                1
                + Enumerable
                    .Range(0, walked.Count)
                    .MinBy(i => Polygons.DistanceToSegment(crossing, walked[i], walked[(i + 1) % walked.Count]));
            return new RunsAnswer(
                [],
                gap,
                closing,
                [new RunsProblem(near, "runs.cross", "The runs cross each other. Check for a direction that is reversed.")]
            );
        }
        if (Polygons.SignedArea(walked) < 0)
        {
            // Walked clockwise: the same corners the other way round, still from where one began.
            walked.Reverse(1, walked.Count - 1);
        }
        return new RunsAnswer([.. walked.Select(p => new ZonePoint(p.X, p.Y))], Quantise.Measure(gap), closing, []);
    }

    private static PlanPoint? Step(string run, int number, List<RunsProblem> problems)
    {
        var match = Run().Match(NumberText.PlainDigits(run));
        if (!match.Success || Degrees(match) is not { } degrees)
        {
            problems.Add(
                new RunsProblem(
                    number,
                    "runs.no-direction",
                    $"Run {number}, \"{run}\": begin with a direction, as in north 18' 6\" or 75° 12'."
                )
            );
            return null;
        }
        var length = LengthText.Parse(match.Groups["length"].Value, LengthUnit.Foot);
        if (length.Value is not { Inches: > 0 } read)
        {
            problems.Add(
                new RunsProblem(
                    number,
                    "runs.no-length",
                    $"Run {number}, \"{run}\": {length.Problem?.Text ?? "a run is longer than zero."}"
                )
            );
            return null;
        }
        var angle = degrees * Math.PI / 180;
        // Along the points of the compass the numbers stay as typed.
        var (sin, cos) =
            degrees % 90 == 0 ? (Math.Round(Math.Sin(angle)), Math.Round(Math.Cos(angle))) : (Math.Sin(angle), Math.Cos(angle));
        return new PlanPoint(sin, cos) * read.Inches;
    }

    private static double? Degrees(Match match)
    {
        if (match.Groups["point"].Success)
        {
            return Directions.TryGetValue(match.Groups["point"].Value.Replace("-", "", StringComparison.Ordinal), out var known)
                ? known
                : null;
        }
        return double.Parse(match.Groups["degrees"].Value, System.Globalization.CultureInfo.InvariantCulture) % 360;
    }

    private static string InWords(PlanPoint step)
    {
        string[] parts =
        [
            Math.Abs(step.Y) > ClosesWithinInches ? $"{(step.Y > 0 ? "north" : "south")} {new Length(Math.Abs(step.Y)).ToTradeText()}" : "",
            Math.Abs(step.X) > ClosesWithinInches ? $"{(step.X > 0 ? "east" : "west")} {new Length(Math.Abs(step.X)).ToTradeText()}" : "",
        ];
        return string.Join(", ", parts.Where(p => p.Length > 0));
    }

    [GeneratedRegex(@"^(?:(?<point>[A-Za-z]+(?:-[A-Za-z]+)?)|(?<degrees>[0-9]{1,3}(?:\.[0-9]+)?) ?(?:°|deg))\s*(?<length>.+)$")]
    private static partial Regex Run();
}
