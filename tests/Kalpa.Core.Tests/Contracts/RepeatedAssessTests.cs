using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>Asked again and again, "assess" answers as if it were asked for the first time: against the whole judgement, letter for letter.</summary>
public class RepeatedAssessTests
{
    private const int Seed = 20261129;
    private static readonly RuleBook Book = RuleBook.Current;

    private static string Text(AssessInput input) => JsonSerializer.Serialize(input, KalpaJson.Default.AssessInput);

    /// <summary>Rooms of taps: a finding changed, moved, added, taken away; the slopes, the visit and the records around it changed as well.</summary>
    [Fact]
    public void Any_run_of_changes_is_answered_as_if_each_came_alone()
    {
        var random = new Random(Seed);
        var visits = new VisitGenerator(Seed).Visits(40).ToList();
        var repeated = new RepeatedAssess();
        foreach (var visit in visits)
        {
            var now = visit;
            for (var tap = 0; tap < 8; tap++)
            {
                now = Changed(now, visits[random.Next(visits.Count)], random);
                var json = Text(now);
                repeated.Run(json, Book).Json.ShouldBe(Compute.Run("assess", json, Book).Json);
            }
        }
    }

    private static AssessInput Changed(AssessInput input, AssessInput other, Random random)
    {
        var findings = input.Findings.ToList();
        switch (random.Next(9))
        {
            case 0 when findings.Count > 0:
                findings.RemoveAt(random.Next(findings.Count));
                break;
            case 1:
                findings.AddRange(other.Findings.Take(2).Select(f => f with { SlopeId = input.Slopes[0].Id }));
                break;
            case 2 when findings.Count > 0:
                var moved = random.Next(findings.Count);
                findings[moved] = findings[moved] with
                {
                    SlopeId = random.Next(3) == 0 ? null : input.Slopes[random.Next(input.Slopes.Count)].Id,
                };
                break;
            case 3:
                return input with
                {
                    Exposure = input.Exposure == WeatherExposure.Ordinary ? WeatherExposure.HotOrHail : WeatherExposure.Ordinary,
                };
            case 4:
                return input with { Records = random.Next(2) == 0 ? null : other.Records };
            case 5:
                return input with { AsOf = input.AsOf.AddDays(random.Next(900)) };
            case 6:
                return input with { Local = other.Local, Firm = other.Firm, FirmSchool = other.FirmSchool, Latitude = other.Latitude };
            default:
                if (findings.Count > 0)
                {
                    var at = random.Next(findings.Count);
                    findings[at] = findings[at] with
                    {
                        Evidence = One<WaterEvidence>(random),
                        Extent = One<Extent>(random),
                        PeopleBelow = !findings[at].PeopleBelow,
                        Outcome = One<FindingOutcome>(random),
                    };
                }
                break;
        }
        return input with { Findings = [.. findings.DistinctBy(f => f.Id)] };
    }

    private static T One<T>(Random random)
        where T : struct, Enum => random.GetItems(Enum.GetValues<T>(), 1)[0];

    /// <summary>Each part of the question is read: left out or given another value, it is another question.</summary>
    [Fact]
    public void Every_part_of_the_question_is_read()
    {
        var visit = new VisitGenerator(Seed).Visits(200).First(v => v is { Findings.Count: > 2, Records: not null, Visit: not null });
        var whole = (JsonObject)
            JsonNode.Parse(Text(visit with { Unread = 2, Latitude = 44.5, FirmSchool = Kalpa.Core.Life.School.WhatIsSeen }))!;
        var names = typeof(AssessInput).GetProperties().Select(p => JsonNamingPolicy.CamelCase.ConvertName(p.Name)).ToList();
        whole.Select(p => p.Key).ShouldBe(names, ignoreOrder: true);
        foreach (var name in names)
        {
            var without = (JsonObject)whole.DeepClone();
            without.Remove(name);
            var repeated = new RepeatedAssess();
            foreach (var question in new[] { whole.ToJsonString(), without.ToJsonString(), whole.ToJsonString() })
            {
                var (ours, theirs) = (repeated.Run(question, Book), Compute.Run("assess", question, Book));
                ours.Json.ShouldBe(theirs.Json, name);
                ours.Problem.ShouldBe(theirs.Problem, name);
            }
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{}")]
    [InlineData("{\"exposure\":\"ordinary\"}")]
    [InlineData(
        "{\"exposure\":\"ordinary\",\"asOf\":\"2026-09-18\",\"slopes\":[],\"coverings\":[],\"looks\":[],\"stages\":[],\"findings\":[null]}"
    )]
    [InlineData(
        "{\"exposure\":\"ordinary\",\"asOf\":\"2026-09-18\",\"slopes\":null,\"coverings\":[],\"looks\":[],\"stages\":[],\"findings\":[]}"
    )]
    [InlineData(
        "{\"exposure\":\"ordinary\",\"asOf\":\"2026-09-18\",\"slopes\":[],\"coverings\":[],\"looks\":[],\"stages\":[],\"findings\":[],\"more\":1}"
    )]
    [InlineData(
        "{\"exposure\":\"ordinary\",\"asOf\":\"2026-09-18\",\"slopes\":[],\"coverings\":[],\"looks\":[],\"stages\":[],\"findings\":[]} 1"
    )]
    public void What_is_no_question_is_refused_in_the_same_words(string json)
    {
        var (ours, theirs) = (new RepeatedAssess().Run(json, Book), Compute.Run("assess", json, Book));
        theirs.Problem.ShouldNotBeNull();
        ours.ShouldBe(theirs);
    }

    /// <summary>
    /// The same two findings may mean another thing together: a stain below a boot, and below a valley once the boot is corrected to one.
    /// </summary>
    [Fact]
    public void What_two_findings_mean_together_is_said_anew_when_one_of_them_changes()
    {
        var assessor = new RepeatedAssessor();
        var stain = Walking.Roof.Finding("attic-stain", "attic");
        var first = Walking.Roof.Finding("boot-collar-torn", "penetrations");
        assessor.Assess(Walking.Roof.Input with { Findings = [first, stain] }, Book);
        var changed = Walking.Roof.Input with { Findings = [first with { Condition = "valley-cracked", Station = "ridges" }, stain] };
        assessor.Assess(changed, Book).Findings.Single(f => f.FindingId == stain.Id).Together.Select(t => t.Id).ShouldBe(["valley-stain"]);
    }

    /// <summary>What a change does not touch is not judged again: its judgement is the same object.</summary>
    [Fact]
    public void A_changed_finding_leaves_the_others_and_the_other_slopes_as_they_were_judged()
    {
        var visit = new VisitGenerator(Seed).Visit(4, 40);
        var assessor = new RepeatedAssessor();
        var before = assessor.Assess(visit, Book);
        var on = visit.Findings.First(f => f.SlopeId is not null);
        var changed = visit with { Findings = [.. visit.Findings.Select(f => f == on ? f with { Note = "seen again" } : f)] };
        var after = assessor.Assess(changed, Book);
        // One that is raised by what it brings about is laid on a judgement that was taken over.
        after.Findings.Count(f => before.Findings.Any(b => ReferenceEquals(b.Words, f.Words))).ShouldBe(visit.Findings.Count - 1);
        after.Slopes.Count(s => before.Slopes.Any(b => ReferenceEquals(b.LifeFacts, s.LifeFacts))).ShouldBe(visit.Slopes.Count - 1);
        // A note changes no life: that of its slope is not worked out anew either.
        after.Slopes.ShouldAllBe(s => before.Slopes.Any(b => ReferenceEquals(b.Life, s.Life)));
    }
}
