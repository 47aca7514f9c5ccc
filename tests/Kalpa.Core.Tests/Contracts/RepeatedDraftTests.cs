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

    /// <summary>A house with bays at its rear and porches along its front wall: many borders beside one long slope.</summary>
    private static readonly PlanFact Long = Plans.Of(
        Plans.Part(
            1,
            [(0, 0), (50, 0), (50, 28), (42, 28), (42, 24), (34, 24), (34, 30), (22, 30), (22, 25), (12, 25), (12, 29), (0, 29)],
            6
        ) with
        {
            HeightInches = 200,
        },
        Plans.OneSlope(2, 0, -8, 10, 9, 2, 180, 7.5),
        Plans.OneSlope(3, 11, -8, 10, 9, 2, 180, 7.5),
        Plans.OneSlope(4, 22, -8, 12, 8, 2, 180, 7.5),
        Plans.Rectangle(5, 24, 6, 5, 7, 8, 0, 2) with
        {
            OnSlope = Plans.Id(151),
            HeightInches = 240,
        }
    );

    private static string Text(PlanFact plan) => JsonSerializer.Serialize(new DraftRequest(plan), KalpaJson.Default.DraftRequest);

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Any_run_of_steps_is_answered_as_if_each_came_alone(bool manyBeside)
    {
        var random = new Random(Seed);
        var start = manyBeside ? Long : Whole;
        var (repeated, now, refused) = (new RepeatedDraft(), start, 0);
        for (var step = 0; step < Steps; step++)
        {
            now = random.Next(25) == 0 ? start : Changed(now, random);
            var json = Text(now);
            var (ours, whole) = (repeated.Run(json, Book), Compute.Run("plan-draft", json, Book));
            ours.ShouldBe(whole, $"step {step}");
            if (whole.Json is null)
            {
                (refused, now) = (refused + 1, start);
            }
        }
        // Most steps are drawings, and some are not: a fault is told as ever.
        refused.ShouldBeInRange(1, Steps / 2);
    }

    /// <summary>Each corner of each part is drawn along by quarter inches, as a hand does it.</summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_corner_under_the_hand_is_answered_as_if_each_step_came_alone(bool manyBeside)
    {
        var start = manyBeside ? Long : Whole;
        var repeated = new RepeatedDraft();
        for (var part = 0; part < start.Parts.Count; part++)
        {
            for (var corner = 0; corner < start.Parts[part].Corners.Count; corner++)
            {
                for (var step = 1; step <= 4; step++)
                {
                    var (x, y) = (step * 0.25, step * (corner % 3) * 0.5);
                    var json = Text(With(start, part, corner, c => c with { X = c.X + x, Y = c.Y - y }));
                    repeated.Run(json, Book).ShouldBe(Compute.Run("plan-draft", json, Book), $"part {part}, corner {corner}, step {step}");
                }
            }
        }
    }

    private static PlanFact With(PlanFact plan, int part, int corner, Func<PlanCorner, PlanCorner> change)
    {
        var parts = plan.Parts.ToList();
        parts[part] = parts[part] with { Corners = [.. parts[part].Corners.Select((c, at) => at == corner ? change(c) : c)] };
        return plan with { Parts = parts };
    }

    private static PlanFact Changed(PlanFact plan, Random random)
    {
        var parts = plan.Parts.ToList();
        var at = random.Next(parts.Count);
        switch (random.Next(12))
        {
            case 8:
                return With(plan, at, random.Next(parts[at].Corners.Count), c => c with { OverhangInches = random.Next(0, 4) * 8 });
            case 9:
                return With(plan, at, random.Next(parts[at].Corners.Count), c => c with { ParapetInches = random.Next(0, 3) * 12 });
            case 10:
                return With(plan, at, random.Next(parts[at].Corners.Count), c => c with { RisePer12 = random.Next(1, 12) });
            case 11:
                parts[at] = parts[at] with { OnSlope = parts[at].OnSlope is null && at > 0 ? Plans.Id(151) : null };
                break;
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
