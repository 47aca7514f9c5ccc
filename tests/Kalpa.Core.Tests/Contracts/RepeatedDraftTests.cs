using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>Asked many times a second, "plan-draft" answers as if it were asked for the first time: against the whole drawing, letter for letter.</summary>
public class RepeatedDraftTests
{
    private const int Seed = 20261130;
    private const int Steps = 400;
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly PlanFact Whole = Plans.Of(
        Plans.Part(1, Plans.LShape, 6),
        Plans.OneSlope(2, 50, 0, 12, 10, 1, 180, 9),
        Plans.Rectangle(3, 8, 4, 6, 8, 6, 0, 2) with
        {
            OnSlope = Plans.Id(151),
            HeightInches = 160,
        },
        Plans.Rectangle(4, 70, 0, 30, 20, 4, 1, 3)
    );

    private static string Text(PlanFact plan) => JsonSerializer.Serialize(new DraftRequest(plan), KalpaJson.Default.DraftRequest);

    [Fact]
    public void Any_run_of_steps_is_answered_as_if_each_came_alone()
    {
        var random = new Random(Seed);
        var (repeated, now, refused) = (new RepeatedDraft(), Whole, 0);
        for (var step = 0; step < Steps; step++)
        {
            now = random.Next(25) == 0 ? Whole : Changed(now, random);
            var json = Text(now);
            var (ours, whole) = (repeated.Run(json, Book), Compute.Run("plan-draft", json, Book));
            ours.ShouldBe(whole, $"step {step}");
            if (whole.Json is null)
            {
                (refused, now) = (refused + 1, Whole);
            }
        }
        // Most steps are drawings, and some are not: a fault is told as ever.
        refused.ShouldBeInRange(1, Steps / 2);
    }

    private static PlanFact Changed(PlanFact plan, Random random)
    {
        var parts = plan.Parts.ToList();
        var at = random.Next(parts.Count);
        switch (random.Next(8))
        {
            case 0 when parts.Count > 1:
                parts.RemoveAt(at);
                break;
            case 1:
                parts.Reverse();
                break;
            case 2:
                parts[at] = parts[at] with { HeightInches = random.Next(90, 220) };
                break;
            case 3:
                return plan with { Sized = !plan.Sized };
            case 4 when random.Next(4) == 0:
                parts[at] = parts[at] with { Corners = [.. parts[at].Corners.Take(2)] };
                break;
            default:
                var corners = parts[at].Corners.ToList();
                var corner = random.Next(corners.Count);
                corners[corner] = corners[corner] with
                {
                    X = corners[corner].X + random.Next(-60, 61),
                    Y = corners[corner].Y + random.Next(-60, 61),
                };
                parts[at] = parts[at] with { Corners = corners };
                break;
        }
        return plan with { Parts = parts };
    }

    public static TheoryData<string> Forms
    {
        get
        {
            var plain = Text(Whole);
            var part = JsonSerializer.Serialize(Whole.Parts[1], KalpaJson.Default.PlanPart);
            return
            [
                plain.Replace(",", " ,\r\n\t", StringComparison.Ordinal),
                plain.Replace("\"parts\"", "\"\\u0070arts\"", StringComparison.Ordinal),
                plain.Replace("\"parts\"", "parts", StringComparison.Ordinal),
                plain.Replace("\"parts\":[", "\"parts\":[null,", StringComparison.Ordinal),
                plain.Replace("\"parts\":[", "\"parts\":[,", StringComparison.Ordinal),
                plain.Replace("\"parts\":[", "\"parts\":[[],", StringComparison.Ordinal),
                plain.Replace("\"parts\":[", $"\"parts\":[],\"parts\":[{part},", StringComparison.Ordinal),
                plain.Replace(part, $"{part[..^1]},\"name\":\"a \\\\\\\"]}}{{ roof\"}}", StringComparison.Ordinal),
                plain.Replace(part, part[..^1], StringComparison.Ordinal),
                plain.Replace(part, $"{part}{part}", StringComparison.Ordinal),
                $"{plain[..^1]},}}",
                $"{plain[..^1]},\"other\":1}}",
                $"{plain}]",
                plain[..^1],
                plain[..(plain.Length / 2)],
                "",
                "null",
                "[]",
                "{}",
                "{\"plan\":null}",
                "{\"plan\":{}}",
                "{\"plan\":{\"parts\":1}}",
                "{\"plan\":{\"parts\":\"",
                "{\"plan\":{\"parts\":[\"\\",
            ];
        }
    }

    /// <summary>What is not of the page's form is read thoroughly, and what is wrong with it is named as ever; what came before it stands.</summary>
    [Theory]
    [MemberData(nameof(Forms))]
    public void Any_form_is_answered_as_ever(string json)
    {
        var repeated = new RepeatedDraft();
        repeated.Run(Text(Whole), Book);
        repeated.Run(json, Book).ShouldBe(Compute.Run("plan-draft", json, Book));
        repeated.Run(Text(Whole), Book).ShouldBe(Compute.Run("plan-draft", Text(Whole), Book));
    }
}
