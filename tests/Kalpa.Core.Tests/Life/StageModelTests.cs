using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Life;

public class StageModelTests
{
    private static readonly Gen<StageModel> Models = Gen.Elements(RuleBook.Current.Coverings.Select(c => c.Stages).ToArray());
    private static readonly Gen<double> Used = Gen.Choose(0, 3000).Select(n => n / 1000.0);

    [Property]
    public Property Stages_sum_to_one_and_none_is_negative() =>
        Prop.ForAll(
            (from m in Models from u in Used select (m, u)).ToArbitrary(),
            at =>
            {
                var chances = Enumerable.Range(0, 5).Select(s => at.m.Chance(s, at.u)).ToList();
                return Math.Abs(chances.Sum() - 1) < 1e-12 && chances.All(c => c >= 0);
            }
        );

    /// <summary>The monotone likelihood ratio: what makes more wear never lengthen life.</summary>
    [Property]
    public Property A_worse_stage_speaks_ever_more_for_more_life_used() =>
        Prop.ForAll(
            (
                from m in Models
                from s in Gen.Choose(0, 3)
                from u in Used
                from step in Gen.Choose(1, 500)
                select (m, s, u, v: u + step / 1000.0)
            ).ToArbitrary(),
            at => at.m.Chance(at.s + 1, at.v) * at.m.Chance(at.s, at.u) >= at.m.Chance(at.s + 1, at.u) * at.m.Chance(at.s, at.v) - 1e-15
        );

    [Fact]
    public void At_a_break_half_have_left_the_stage()
    {
        var model = RuleBook.Current.Covering(CoveringKind.LaminatedShingle).Stages;
        for (var s = 0; s < 4; s++)
        {
            Enumerable.Range(0, s + 1).Sum(i => model.Chance(i, model.Breaks[s])).ShouldBe(0.5, 1e-12);
        }
    }

    [Theory]
    [InlineData(4, 3, 0)] // under 5 % never governs
    [InlineData(10, 3, 0.5)]
    [InlineData(20, 3, 1)]
    public void Scattered_wear_governs_from_about_a_tenth_of_the_area(double percent, int stage, double weight)
    {
        var weights = GoverningStage.Weights([new StageShare(0, 100 - percent), new StageShare(stage, percent)])!;
        weights[stage].ShouldBe(weight, 1e-12);
        weights.Sum().ShouldBe(1, 1e-12);
    }

    [Fact]
    public void Local_wear_goes_with_its_own_repair() =>
        GoverningStage.Weights([new StageShare(1, 70), new StageShare(4, 30, Local: true)])!.ShouldBe([0, 1, 0, 0, 0]);

    [Fact]
    public void No_general_wear_recorded_is_not_stage_nought() =>
        GoverningStage.Weights([new StageShare(2, 100, Local: true)]).ShouldBeNull();
}
