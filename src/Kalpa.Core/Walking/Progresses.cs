using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Walking;

/// <summary>
/// A photo or look that a rule asks for and that is not there yet. <paramref name="Optional"/>: the report is poorer without it, and the visit is finished all the same.
/// </summary>
public sealed record Due(
    string Station,
    Guid? SlopeId,
    Guid? FindingId,
    PhotoRole? Photo,
    string Text,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool Optional = false
);

/// <summary>Something to come back to: one written down, or one that a finding asks for by rule (then <paramref name="FactId"/> is null until answered).</summary>
public sealed record ToDo(
    Guid? FactId,
    string Rule,
    string Text,
    string Station,
    Guid? SlopeId,
    Guid? FindingId,
    bool Done,
    string Outcome
);

/// <summary>How safe it is to stand on a slope, from worst to best as far as is known, and why.</summary>
public sealed record FootingAnswer(Guid SlopeId, string Letter, FootingState State, string Words, IReadOnlyList<string> Why);

/// <summary>From best to worst.</summary>
[JsonConverter(typeof(CamelCaseEnum<FootingState>))]
public enum FootingState
{
    Sound,
    Unknown,
    StainedBelow,
    Soft,
    Fragile,
    Hole,
}

/// <summary>Minutes that what is left will take, and what the whole walk takes; planning figures.</summary>
public sealed record AgendaAnswer(double MinutesInAll, double MinutesLeft, IReadOnlyList<AgendaStop> Stops);

public sealed record AgendaStop(string Station, string Name, int Places, double Minutes);

/// <summary>Where a visit stands: its walk, what is left, what a rule still asks, what comes back, and what holds its finishing.</summary>
public sealed record Progress(
    string Walk,
    string WalkName,
    string Intro,
    IReadOnlyList<string> Stations,
    IReadOnlyList<Due> Dues,
    IReadOnlyList<ToDo> ToDos,
    IReadOnlyList<FootingAnswer> Footings,
    int WriteUps,
    IReadOnlyList<Guid> RechecksLeft,
    IReadOnlyList<string> HeldBy,
    bool CanFinish,
    AgendaAnswer Agenda,
    string? WarrantyCaution
);

/// <summary>What is left of a visit, and what holds it.</summary>
public static class Progresses
{
    public const string FootingQuestion = "footing";

    /// <summary>Station of a follow-up at which last time's findings are gone through.</summary>
    private const string LastTimeStation = "last";

    public static Progress Of(RuleBook book, AssessInput input, CoverageAnswer coverage)
    {
        var records = input.Records ?? VisitRecords.None;
        var walk = WalkOrders.Of(book, input);
        var stations = WalkOrders.StationsOf(book, walk, WalkOrders.CommonestFamily(book, input));
        var dues = Dues.Of(book, input, records, stations);
        var toDos = ToDos.Of(book, input, records);
        var writeUps = records.Photos.Count(p => p.WriteUp) + records.Clips.Count(c => c.Words.Length == 0);
        var rechecks = stations.Any(s => s.Key == LastTimeStation) ? RechecksLeft(records) : [];
        var held = HeldBy(book, coverage, dues, toDos, writeUps, rechecks.Count);
        return new Progress(
            walk.Key,
            walk.Name,
            walk.Intro,
            [.. stations.Select(s => s.Key)],
            dues,
            toDos,
            [
                .. input
                    .Slopes.OrderBy(s => s.Letter.Length)
                    .ThenBy(s => s.Letter, StringComparer.Ordinal)
                    .ThenBy(s => s.Id)
                    .Select(s => Footings.Of(book, s, input, records)),
            ],
            writeUps,
            rechecks,
            held,
            held.Count == 0,
            Agenda(stations, input.Slopes.Count, coverage),
            WarrantyCaution(records)
        );
    }

    private static List<Guid> RechecksLeft(VisitRecords records) =>
        [.. (records.LastTime?.Findings ?? []).Select(f => f.Id).Where(id => records.Rechecks.All(r => r.FindingId != id))];

    private static List<string> HeldBy(
        RuleBook book,
        CoverageAnswer coverage,
        IReadOnlyList<Due> dues,
        IReadOnlyList<ToDo> toDos,
        int writeUps,
        int rechecks
    )
    {
        var held = coverage
            .Left.GroupBy(l => l.StationName)
            .Select(g =>
                g.First().Letter is null
                    ? $"{g.Key}: not inspected, no reason given"
                    : $"{Sentences.Slopes([.. g.Select(l => l.Letter!)])}, {Sentences.Lower(g.Key)}: not inspected, no reason given"
            )
            .ToList();
        held.AddRange(dues.Where(d => !d.Optional).Select(d => d.Text));
        held.AddRange(toDos.Where(t => !t.Done).Select(t => $"To do{AtStation(book, t.Station)}: {t.Text}"));
        if (rechecks > 0)
        {
            held.Add($"{Sentences.Count(rechecks, "previous finding")} not reviewed");
        }
        if (writeUps > 0)
        {
            held.Add(writeUps == 1 ? "1 photo or recording in the inbox" : $"{writeUps} photos and recordings in the inbox");
        }
        return held;
    }

    private static string AtStation(RuleBook book, string station) =>
        book.FindStation(station) is { } found ? $", {found.Name.ToLowerInvariant()}" : "";

    private static AgendaAnswer Agenda(IReadOnlyList<Station> stations, int slopes, CoverageAnswer coverage)
    {
        var stops = stations
            .Select(s =>
            {
                var places = s.PerSlope ? slopes : 1;
                return new AgendaStop(s.Key, s.Name, places, places * s.Minutes);
            })
            .ToList();
        var left = coverage.Left.Sum(l => stations.First(s => s.Key == l.Station).Minutes);
        return new AgendaAnswer(stops.Sum(s => s.Minutes), left, stops);
    }

    /// <summary>Asked before any core, patch or coating: it may void a warranty.</summary>
    private static string? WarrantyCaution(VisitRecords records)
    {
        var said = records.Answers.FirstOrDefault(a => a.Question == "warranty")?.Chosen;
        return said is [var only] ? Caution(only) : Caution("");
    }

    private static string? Caution(string warranty) =>
        warranty switch
        {
            "in-force" => "A warranty is in force: a core, patch or coating may void it. Ask the manufacturer first.",
            "ended" or "none" => null,
            _ => "Ask whether a warranty is in force: a core, patch or coating may void it.",
        };
}
