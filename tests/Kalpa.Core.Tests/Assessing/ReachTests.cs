using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>
/// Every recorded fact and answer reaches the judgement: for each kind of fact, each answer to each question, each deciding answer, view and opinion there is an
/// input whose assessment it changes. What changes nothing stands in docs/reach.md, with its reason or as due; nothing may be missing there, and nothing may
/// stand there that does reach.
/// </summary>
public class ReachTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 9, 18);
    private static readonly Guid VisitId = EveryKind.Id(FactKind.Visit);
    private static readonly Guid SlopeId = EveryKind.Id(FactKind.Slope);

    [Fact]
    public void What_changes_no_judgement_is_named_with_its_reason()
    {
        var silent = new List<string>();
        silent.AddRange(Kinds().Where(k => !k.Reaches).Select(k => k.Name));
        silent.AddRange(Answers());
        silent.AddRange(DecidingAnswers());
        silent.AddRange(Views());
        silent.AddRange(Opinions());
        var page = File.ReadAllText(Path.Combine(Repository.Root, "docs/reach.md"));
        var named = System.Text.RegularExpressions.Regex.Matches(
            page,
            @"^- `([^`]+)`: (.+)$",
            System.Text.RegularExpressions.RegexOptions.Multiline
        );
        named.Select(m => m.Groups[1].Value).ShouldBe(silent, ignoreOrder: true, "docs/reach.md");
        named.ShouldAllBe(m => m.Groups[2].Value.Trim().Length > 10);
    }

    /// <summary>What is concluded, without what is only handed on: the opinions as recorded, the facts a life was estimated from, the answers beside a finding.</summary>
    private static string Judged(AssessInput input) => Judged(Assessor.Assess(input, Book));

    private static string Judged(Assessment assessment)
    {
        var json = JsonSerializer.SerializeToNode(assessment, KalpaJson.Default.Assessment)!.AsObject();
        json.Remove("opinions");
        foreach (var slope in json["slopes"]!.AsArray())
        {
            slope!.AsObject().Remove("lifeFacts");
            slope.AsObject().Remove("signedOff");
        }
        foreach (var finding in json["findings"]!.AsArray())
        {
            finding!.AsObject().Remove("decisions");
        }
        return json.ToJsonString();
    }

    private static string Wire<T>(T value)
        where T : struct, Enum => JsonSerializer.SerializeToElement(value, KalpaJson.Default.Options).GetString()!;

    // ---- kinds of facts ----

    private static IEnumerable<(string Name, bool Reaches)> Kinds()
    {
        // Where the inspector has chosen a way of stating life for the slope, the firm's own says nothing.
        // A job that is done takes nothing any more.
        IReadOnlyList<StreamFact>[] worlds =
        [
            EveryKind.Facts,
            FollowUp(),
            [.. EveryKind.Facts.Where(f => f.Kind != FactKind.LifeOpinion)],
            [.. EveryKind.Facts.Where(f => f.Kind != FactKind.JobDone)],
            Leaking(),
        ];
        foreach (var kind in Enum.GetValues<FactKind>())
        {
            yield return (
                $"kind:{Wire(kind)}",
                worlds.Any(world => world.Where(f => f.Kind == kind).Any(fact => Said(world) != Said(Without(world, fact))))
            );
        }
    }

    private static string Said(IEnumerable<StreamFact> facts)
    {
        var standing = facts.Select(f => new StandingFact(f.Kind, f.Fact, Guid.Empty, false));
        return DossierBuilder.Visit(new FactSet(standing, []), VisitId, Book) is { } dossier
            ? Judged(dossier.Roofs[0].Assessment)
            : "nothing";
    }

    private static IEnumerable<StreamFact> Without(IReadOnlyList<StreamFact> world, StreamFact fact) => world.Where(f => f != fact);

    /// <summary>The same roof with a stain inside: a test traces it, and rain shows whether its repair holds.</summary>
    private static IReadOnlyList<StreamFact> Leaking() =>
        [
            .. EveryKind.Facts.Select(f =>
                f.Fact is FindingFact finding
                    ? f with
                    {
                        Fact = finding with { Condition = "ceiling-stain", Station = "inside", Measure = null, DetailId = null },
                    }
                    : f
            ),
        ];

    /// <summary>The same roof on a follow-up: what was found before is gone through again, a recording waits for its words, a photo is due.</summary>
    private static IReadOnlyList<StreamFact> FollowUp()
    {
        var before = new VisitFact(
            Guid.Parse("0199f111-0000-7000-8000-000000000001"),
            [EveryKind.Id(FactKind.Roof)],
            Day.AddYears(-3),
            "Osric",
            ""
        );
        var earlier = (FindingFact)EveryKind.Facts.Single(f => f.Kind == FactKind.Finding).Fact with
        {
            Id = Guid.Parse("0199f111-0000-7000-8000-000000000002"),
            VisitId = before.Id,
        };
        var due = Book.Conditions.First(c => c.PhotosDue is { Count: > 0 });
        return
        [
            .. EveryKind.Facts.Select(f =>
                f.Fact switch
                {
                    VisitFact visit => f with { Fact = visit with { Commission = new Commission(CommissionPurpose.FollowUp), Walk = "" } },
                    RecheckFact recheck => f with { Fact = recheck with { FindingId = earlier.Id } },
                    PhotoFact photo => f with { Fact = photo with { Role = due.PhotosDue![0] } },
                    ClipFact clip => f with { Fact = clip with { Words = "" } },
                    FindingFact finding => f with
                    {
                        Fact = finding with { Condition = due.Code, Station = due.Stations[0], Measure = null },
                    },
                    _ => f,
                }
            ),
            new StreamFact(FactKind.Visit, before),
            new StreamFact(FactKind.Finding, earlier),
        ];
    }

    // ---- answers ----

    private static IEnumerable<string> Answers()
    {
        var worlds = Worlds().Select(w => (Input: w, Said: Judged(w))).ToList();
        foreach (var question in Book.Questions)
        {
            var options = question.Options.Count > 0 ? question.Options.Select(o => o.Key) : [""];
            foreach (var option in options)
            {
                Guid? slope = question.PerSlope ? SlopeId : null;
                IReadOnlyList<string> chosen = option.Length > 0 ? [option] : [];
                var typed = question.Kind switch
                {
                    QuestionKind.Length => "11' 6\"",
                    QuestionKind.Text => "words",
                    _ => "",
                };
                var answer = new AnswerFact(Guid.CreateVersion7(), VisitId, question.Key, slope, chosen, typed);
                if (!worlds.Any(w => Judged(With(w.Input, answer)) != w.Said))
                {
                    yield return option.Length > 0 ? $"question:{question.Key}={option}" : $"question:{question.Key}";
                }
            }
        }
    }

    private static AssessInput With(AssessInput input, AnswerFact answer) =>
        input with
        {
            Records = input.Records! with { Answers = [answer] },
        };

    /// <summary>Roofs of every family for every purpose: bare, and with everything found that there is.</summary>
    private static IEnumerable<AssessInput> Worlds()
    {
        string[] kinds = [CoveringKind.LaminatedShingle, CoveringKind.ClayTile, CoveringKind.Epdm, CoveringKind.MetalLapped];
        foreach (var kind in kinds)
        {
            yield return World(kind, CommissionPurpose.Leak, []);
            yield return World(kind, CommissionPurpose.Condition, [.. Book.Conditions.Select((c, i) => Finding(c, i))]);
        }
        yield return World(CoveringKind.LaminatedShingle, CommissionPurpose.InstallerCheck, []);
        // A house is older than its roof: only then its own age says something.
        yield return World(CoveringKind.LaminatedShingle, CommissionPurpose.Leak, [Finding(Book.FindCondition("ceiling-stain")!, 1)], 2023);
    }

    private static FindingFact Finding(Condition condition, int number) =>
        new(
            new Guid(number + 1, 0, 0, [0, 0, 0, 0, 0, 0, 0, 7]),
            VisitId,
            SlopeId,
            condition.Stations[0],
            condition.Code,
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace
        );

    private static AssessInput World(string kind, CommissionPurpose purpose, IReadOnlyList<FindingFact> findings, int laid = 2008) =>
        new(
            WeatherExposure.Ordinary,
            Day,
            [(SlopeFact)EveryKind.Facts.Single(f => f.Kind == FactKind.Slope).Fact],
            [new CoveringFact(EveryKind.Id(FactKind.Covering), SlopeId, kind, laid, laid, AgeSource.Owner)],
            [],
            [new StageFact(EveryKind.Id(FactKind.Stage), VisitId, SlopeId, [new StageShare(1, 100)])],
            findings,
            new VisitFact(
                VisitId,
                [EveryKind.Id(FactKind.Roof)],
                Day,
                "Marit",
                "",
                "",
                new Commission(purpose),
                FinishedAt: DateTimeOffset.UnixEpoch
            ),
            VisitRecords.None
        );

    // ---- what decides ----

    private static IEnumerable<string> DecidingAnswers() =>
        from decision in Book.Decisions
        where decision.From == KnownFrom.Asked
        from option in decision.Options
        where
            !Cases(decision)
                .Any(c => Changes(c.Kind, c.Finding, c.Finding with { Deciding = [new DecidingAnswer(decision.Key, option.Key)] }))
        select $"decision:{decision.Key}={option.Key}";

    private static IEnumerable<string> Views() =>
        from decision in Book.Decisions
        from view in decision.Views
        where !Cases(decision).Any(c => Changes(c.Kind, c.Finding, c.Finding with { Views = [new ChosenView(decision.Key, view.Key)] }))
        select $"view:{decision.Key}/{view.Key}";

    private static bool Changes(string kind, FindingFact finding, FindingFact other) =>
        Judged(World(kind, CommissionPurpose.Condition, [finding])) != Judged(World(kind, CommissionPurpose.Condition, [other]));

    /// <summary>A decision's conditions on coverings they are met on, dry and stained, unmeasured and measured at every likely value, at every extent.</summary>
    private static IEnumerable<(string Kind, FindingFact Finding)> Cases(Decision decision) =>
        from code in decision.Conditions
        let condition = Book.FindCondition(code)!
        from covering in Book.Coverings
        where condition.AppliesTo(covering.Family)
        from evidence in new[] { WaterEvidence.NoneSeen, WaterEvidence.Stained }
        from measure in Measures(condition)
        select (covering.Kind, Finding(condition, 1) with { Evidence = evidence, Measure = measure });

    private static IEnumerable<MeasureFact?> Measures(Condition condition)
    {
        yield return null;
        if (condition.Quantity is { } id)
        {
            var quantity = Book.FindQuantity(id)!;
            foreach (var typed in quantity.Likely)
            {
                yield return new MeasureFact(typed, MeasureReading.Read(typed, quantity.Unit).Value!.Value, MeasuredHow.Tape);
            }
        }
    }

    // ---- opinions ----

    private static IEnumerable<string> Opinions()
    {
        var world = World(
            CoveringKind.LaminatedShingle,
            CommissionPurpose.Condition,
            [Finding(Book.FindCondition("boot-collar-torn")!, 1)]
        );
        var said = Judged(world);
        foreach (var action in Enum.GetValues<OpinionAction>())
        {
            var opinion = new OpinionFact(
                EveryKind.Id(FactKind.Opinion),
                VisitId,
                SlopeId,
                action,
                "a roofer",
                "it was seen",
                OpinionEvent.None,
                Day.AddMonths(2),
                [],
                [],
                "Marit",
                DateTimeOffset.UnixEpoch
            );
            if (Judged(world with { Records = world.Records! with { SlopeOpinions = [opinion] } }) == said)
            {
                yield return $"opinion:{Wire(action)}";
            }
        }
    }
}
