using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Life;

/// <summary>
/// Roofs made up from the model itself: lives drawn from the law, stages from the stage's chance. The stated range must hold as often as it says.
/// </summary>
public class SimulatedRoofsTests
{
    private const int Roofs = 2_000;
    private const int Seed = 1;

    /// <summary>Two standard errors of 80 % over 2,000 roofs are 1.8 %.</summary>
    private const double LeastHeld = 0.78;

    private const double MostHeld = 0.82;

    [Theory]
    [InlineData(CoveringKind.LaminatedShingle)]
    [InlineData(CoveringKind.ThreeTabShingle)]
    [InlineData(CoveringKind.Tpo)]
    public void Eight_in_ten_true_lives_lie_inside_the_stated_range(string kind)
    {
        var random = new Random(Seed);
        var covering = RuleBook.Current.Covering(kind);
        var reference = covering.LifeIn(WeatherExposure.Ordinary);
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var (held, roofs) = (0, 0);
        while (roofs < Roofs)
        {
            var life = law.Quantile(random.NextDouble());
            var laid = 2026 - random.Next(1, (int)reference.High);
            var age = 2026 - laid - random.NextDouble();
            var stage = StageOf(covering.Stages, age / life, random.NextDouble());
            var left = stage == StageModel.LastStage ? null : Answer(kind, laid, stage);
            // A range that begins at zero holds all that is spent already, more than eight in ten by its nature: those are not counted.
            if (left is { Low: > 0 })
            {
                var truth = Math.Max(0, life - age);
                held += truth >= left.Low && truth <= left.High ? 1 : 0;
                roofs++;
            }
        }
        ((double)held / Roofs).ShouldBeInRange(LeastHeld, MostHeld);
    }

    [Fact]
    public void The_age_tables_range_holds_as_often_as_it_says()
    {
        var random = new Random(Seed);
        var reference = RuleBook.Current.Covering(CoveringKind.LaminatedShingle).LifeIn(WeatherExposure.Ordinary);
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var held = 0;
        for (var roof = 0; roof < Roofs; )
        {
            var life = law.Quantile(random.NextDouble());
            var laid = 2026 - random.Next(1, (int)reference.High);
            var age = 2026 - laid - random.NextDouble();
            if (age >= life)
            {
                continue;
            }
            var left = Answer(CoveringKind.LaminatedShingle, laid, null);
            held += life - age >= left.Low && life - age <= left.High ? 1 : 0;
            roof++;
        }
        ((double)held / Roofs).ShouldBeInRange(LeastHeld, MostHeld);
    }

    private static int StageOf(StageModel model, double used, double draw)
    {
        double sum = 0;
        for (var stage = 0; stage < StageModel.LastStage; stage++)
        {
            sum += model.Chance(stage, used);
            if (draw < sum)
            {
                return stage;
            }
        }
        return StageModel.LastStage;
    }

    private static YearsLeft Answer(string kind, int laid, int? stage)
    {
        // Seen on the first day of 2026, so that a roof of the year before is zero to one year old.
        var facts = new LifeFacts(
            kind,
            WeatherExposure.Ordinary,
            laid,
            laid,
            AgeSource.Permit,
            1,
            stage is null ? null : [new StageShare(stage.Value, 100)],
            new DateOnly(2026, 1, 1)
        );
        return RemainingLife.Of(RuleBook.Current, facts).Stated!;
    }
}
