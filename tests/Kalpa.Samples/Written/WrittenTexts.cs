using System.Text.Json;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Samples.Written;

/// <summary>A text written by hand, with what Kalpa composes from the same facts; <paramref name="Kind"/> is finding, job or summary.</summary>
public sealed record WrittenText(string Kind, string About, string Written, string Composed);

/// <summary>
/// Findings, jobs and summaries as an inspector would write them (written by hand, common practice), each beside what is composed from the same facts: one slope
/// A facing south at 6:12, at a property of ordinary exposure.
/// </summary>
public static class WrittenTexts
{
    private static readonly JsonSerializerOptions Reading = new() { PropertyNamingPolicy = JsonNamingPolicy.CamelCase };
    private static readonly RuleBook Book = RuleBook.Current;

    private sealed record File(List<WrittenFinding> Findings, List<WrittenJob> Jobs, List<WrittenSummary> Summaries);

    private sealed record WrittenFinding(
        string Covering,
        int Laid,
        string Condition,
        string Water,
        string Extent,
        string Place,
        string Written,
        string? Measure = null
    );

    private sealed record WrittenJob(
        string Covering,
        int Laid,
        string Condition,
        string Title,
        IReadOnlyList<string> Steps,
        string NotAcceptable
    );

    private sealed record WrittenSummary(
        string Covering,
        int Laid,
        int? Stage,
        bool Looked,
        IReadOnlyList<IReadOnlyList<string>> Findings,
        string Written
    );

    public static IReadOnlyList<WrittenText> All()
    {
        var text = System.IO.File.ReadAllText(Path.Combine(Repository.Root, "tests/Kalpa.Samples/Written/written.json"));
        var file = JsonSerializer.Deserialize<File>(text, Reading)!;
        return [.. file.Findings.Select(Of), .. file.Jobs.Select(Of), .. file.Summaries.Select(Of)];
    }

    private static WrittenText Of(WrittenFinding written)
    {
        var roof = new OneSlope(written.Covering, written.Laid);
        var finding = roof.Found(written.Condition, written.Water) with
        {
            Extent = Enum.Parse<Extent>(written.Extent, true),
            Place = written.Place,
            Measure = written.Measure is null ? null : Tape.Of(Book.FindCondition(written.Condition)!, written.Measure),
        };
        var judged = Assessor.Assess(roof.Input([finding]), Book).Findings.Single();
        return new WrittenText("finding", $"{written.Condition}, {written.Covering}", written.Written, $"{judged.Observed} {judged.Means}");
    }

    private static WrittenText Of(WrittenJob written)
    {
        var remedy = Book.FindCondition(written.Condition)!.Remedy;
        return new WrittenText(
            "job",
            $"{written.Condition}, {written.Covering}",
            Job(written.Title, written.Steps, written.NotAcceptable),
            Job(remedy.Title, remedy.Steps, remedy.NotARepair)
        );
    }

    private static string Job(string title, IReadOnlyList<string> steps, string notAcceptable) =>
        string.Join(
            ' ',
            steps
                .Prepend(title)
                .Append(notAcceptable.Length > 0 ? $"Not an acceptable repair: {notAcceptable}" : "")
                .Where(p => p.Length > 0)
                .Select(Sentences.Ended)
        );

    private static WrittenText Of(WrittenSummary written)
    {
        var roof = new OneSlope(written.Covering, written.Laid);
        var assessed = Assessor.Assess(
            roof.Input([.. written.Findings.Select(f => roof.Found(f[0], f[1]))], written.Looked, written.Stage),
            Book
        );
        var about = $"{written.Covering} of {written.Laid}, stage {written.Stage?.ToString() ?? "not rated"}";
        return new WrittenText("summary", about, written.Written, assessed.Headline);
    }

    /// <summary>A roof of one slope on a day of September.</summary>
    private sealed class OneSlope(string kind, int laid)
    {
        private readonly VisitFact _visit = new(Guid.CreateVersion7(), [Guid.Empty], new DateOnly(2026, 9, 18), "M", "");

        private readonly SlopeFact _slope = new(
            Guid.CreateVersion7(),
            Guid.Empty,
            "A",
            "",
            TypedPitch.Of("6/12", PitchSource.Tape),
            Facing.South,
            Under.Attic
        );

        public FindingFact Found(string code, string water)
        {
            var condition =
                Book.FindCondition(code) ?? throw new ArgumentException($"The rule book has no condition {code}.", nameof(code));
            var station = condition.Stations[0];
            return new FindingFact(
                Guid.CreateVersion7(),
                _visit.Id,
                Book.FindStation(station) is { PerSlope: true } ? _slope.Id : null,
                station,
                code,
                "",
                Enum.Parse<WaterEvidence>(water, true),
                Extent.OnePlace,
                Outcome: condition.DefaultOutcome
            );
        }

        public AssessInput Input(IReadOnlyList<FindingFact> findings, bool looked = true, int? stage = null) =>
            new(
                WeatherExposure.Ordinary,
                _visit.On,
                [_slope],
                [new CoveringFact(Guid.CreateVersion7(), _slope.Id, kind, laid, laid, AgeSource.Permit)],
                looked ? [.. Book.Stations.Select(Looked)] : [],
                stage is { } rated ? [new StageFact(Guid.CreateVersion7(), _visit.Id, _slope.Id, [new StageShare(rated, 100)])] : [],
                findings,
                _visit with
                {
                    FinishedAt = new DateTimeOffset(_visit.On, new TimeOnly(15, 0), TimeSpan.Zero),
                },
                VisitRecords.None
            );

        private LookFact Looked(Station station) =>
            new(Guid.CreateVersion7(), _visit.Id, station.Key, station.PerSlope ? _slope.Id : null, LookState.Looked);
    }
}
