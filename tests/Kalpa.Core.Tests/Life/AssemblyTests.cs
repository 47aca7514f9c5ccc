using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;

namespace Kalpa.Core.Tests.Life;

/// <summary>Slopes of several components: the first to end governs.</summary>
public class AssemblyTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 7, 2);
    private static readonly Guid Part = Guid.Parse("00000000-0000-7000-8000-00000000000a");

    private static LifeFacts Tile(int? laid, int? stage, int? tileStage = null, params ComponentLife[] parts) =>
        new(
            CoveringKind.ClayTile,
            WeatherExposure.Ordinary,
            laid,
            laid,
            AgeSource.Permit,
            1,
            stage is null ? null : [new StageShare(stage.Value, 100)],
            Day,
            Components: parts,
            CoveringShares: tileStage is null ? null : [new StageShare(tileStage.Value, 100)]
        );

    private static ComponentLife Of(string kind, int? laid, int? stage = null, StackPlace place = StackPlace.Under) =>
        new(Part, kind, place, laid, laid, AgeSource.Permit, stage is null ? null : [new StageShare(stage.Value, 100)]);

    /// <summary>Common practice: a 37-year tile roof with curled, torn underlayment at the eave is due though its tile is sound.</summary>
    [Fact]
    public void Sound_tile_over_perished_underlayment_is_due()
    {
        var life = RemainingLife.Of(Book, Tile(1989, 4, tileStage: 0));
        life.Stated.ShouldBe(new YearsLeft(0, 0, 0));
        life.Governing.ShouldBe("paper underlayment");
        life.Components.Single(c => c.Kind == "covering").Left!.Likely.ShouldBeGreaterThan(20);
    }

    /// <summary>Common practice: paper underlayment lasts 25 to 30 years under tile that outlives it.</summary>
    [Fact]
    public void New_tile_lasts_as_long_as_its_underlayment()
    {
        var life = RemainingLife.Of(Book, Tile(2026, null));
        life.Governing.ShouldBe("paper underlayment");
        life.Components.Single(c => c.Governs).Assumed.ShouldBeTrue();
        life.Stated!.Likely.ShouldBeInRange(23, 30);
        life.Components.Single(c => c.Kind == "covering").Left!.Low.ShouldBeGreaterThan(life.Stated.High);
    }

    [Fact]
    public void A_relaid_roof_goes_by_its_own_underlayment()
    {
        var old = RemainingLife.Of(Book, Tile(1970, null));
        var relaid = RemainingLife.Of(Book, Tile(1970, null, null, Of("heavy-underlayment", 2015)));
        // Nobody saw the first one: what it has left is not known, and by the charts it is past due.
        old.Stated.ShouldBeNull();
        old.Schools.Single(s => s.School == School.AgeTable).Left!.High.ShouldBeLessThan(5);
        relaid.Stated!.Likely.ShouldBeGreaterThan(15);
        relaid.Governing.ShouldBe("two layers of heavy underlayment");
    }

    [Fact]
    public void A_rating_of_the_slope_is_a_rating_of_the_layer_that_keeps_the_water_out()
    {
        var byPart = RemainingLife.Of(Book, Tile(2000, null, null, Of("paper-underlayment", 2000, 2)));
        var bySlope = RemainingLife.Of(Book, Tile(2000, 2, null, Of("paper-underlayment", 2000)));
        bySlope.Stated.ShouldBe(byPart.Stated);
    }

    /// <summary>Common practice: sound copper is repaired and the membrane beside it replaced first.</summary>
    [Fact]
    public void Copper_outlasts_the_membrane_beside_it()
    {
        var facts = new LifeFacts(
            CoveringKind.ModifiedBitumen,
            WeatherExposure.Ordinary,
            2008,
            2008,
            AgeSource.Permit,
            1,
            [new StageShare(2, 100)],
            Day,
            Components: [Of("copper", 2008, 1, StackPlace.Beside)]
        );
        RemainingLife.Of(Book, facts).Governing.ShouldBe("modified bitumen");
    }

    /// <summary>Common practice: the EPDM sheet often reaches 25 to 35 years, its seams and flashings 15 to 25.</summary>
    [Fact]
    public void Epdm_goes_by_its_seams()
    {
        var facts = new LifeFacts(CoveringKind.Epdm, WeatherExposure.Ordinary, 2016, 2016, AgeSource.Permit, 1, null, Day);
        RemainingLife.Of(Book, facts).Governing.ShouldStartWith("seams");
    }

    [Fact]
    public void What_is_renewed_alone_gets_a_due_year_and_shortens_nothing()
    {
        var bare = RemainingLife.Of(Book, Shingle(2014));
        var booted = RemainingLife.Of(Book, Shingle(2014) with { Components = [Of("boot", 2014, null, StackPlace.Beside)] });
        booted.Stated.ShouldBe(bare.Stated);
        var due = booted.Components.Single(c => c.Kind == "boot").Due!;
        due.From.ShouldBeInRange(2026, due.Likely);
        due.To.ShouldBeGreaterThanOrEqualTo(due.Likely);
        due.Likely.ShouldBeLessThan(2036);
    }

    [Fact]
    public void Layers_without_a_clock_change_nothing() =>
        RemainingLife
            .Of(Book, Shingle(2010) with { Components = [Of("deck", 1950, 2), Of("insulation", null)] })
            .Stated.ShouldBe(RemainingLife.Of(Book, Shingle(2010)).Stated);

    /// <summary>
    /// Two layers, both rated, against brute force: lives joined by a Gaussian copula of correlation a half, each weighed by the chance of its stage, summed
    /// over a fine grid and integrated with MathNet.Numerics over the common factor.
    /// </summary>
    [Theory]
    [InlineData(1, 1, 5)]
    [InlineData(0, 1, 8)]
    public void The_first_to_end_agrees_with_integrating_over_the_shared_exposure(int paper, int synthetic, int years)
    {
        var facts = Tile(
            2012,
            null,
            null,
            Of("paper-underlayment", 2012, paper),
            Of("synthetic-underlayment", 2006, synthetic) with
            {
                Id = Guid.NewGuid(),
            }
        );
        var ours = RemainingLife
            .Of(Book, facts with { HorizonYears = years })
            .Schools.Single(s => s.School == School.Combined)
            .Chances.Single(c => c.Years == years)
            .Chance;
        (string Kind, double Age, int Stage)[] parts = [("paper-underlayment", 14, paper), ("synthetic-underlayment", 20, synthetic)];
        double Weight(double beyond) =>
            GaussLegendreRule.Integrate(
                z => Normal.PDF(0, 1, z) * parts.Aggregate(1.0, (product, p) => product * Evidence(p.Kind, p.Age, p.Stage, beyond, z)),
                -6,
                6,
                128
            );
        ours.ShouldBe(Weight(years) / Weight(0), 0.02);
    }

    /// <summary>P(T later than age + beyond, stage | z); zero beyond asks for the stage alone, whether it still lasts or not.</summary>
    private static double Evidence(string kind, double age, int stage, double beyond, double z)
    {
        const double Step = 0.25;
        var model = Book.FindComponent(kind)!.Stages;
        double sum = 0;
        for (var life = beyond == 0 ? Step : age + beyond; life < 90; life += Step)
        {
            var middle = life + Step / 2;
            sum += (Survival(kind, life, z) - Survival(kind, life + Step, z)) * model.Chance(stage, age / middle);
        }
        return sum;
    }

    private static double Survival(string kind, double t, double z)
    {
        var reference = Book.FindComponent(kind)!.LifeIn(WeatherExposure.Ordinary)!;
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var share = t <= law.Shift ? 0 : new Weibull(law.Shape, law.Scale).CumulativeDistribution(t - law.Shift);
        return share <= 0 ? 1
            : share >= 1 ? 0
            : 1 - Normal.CDF(0, 1, (Normal.InvCDF(0, 1, share) - Math.Sqrt(0.5) * z) / Math.Sqrt(0.5));
    }

    /// <summary>The stated range of a slope of two layers, both rated: 2,000 simulated from the model itself, eight in ten inside.</summary>
    [Fact]
    public void Eight_in_ten_of_slopes_with_two_layers_lie_inside_the_stated_range()
    {
        var random = new Random(7);
        string[] kinds = ["paper-underlayment", "synthetic-underlayment"];
        var models = kinds.Select(k => Book.FindComponent(k)!).ToList();
        var laws = models
            .Select(m => m.LifeIn(WeatherExposure.Ordinary)!)
            .Select(r => WeibullFit.Through(r.Low, r.Likely, r.High).Law)
            .ToList();
        var (held, roofs) = (0, 0);
        while (roofs < 2_000)
        {
            var laid = 2026 - random.Next(1, 30);
            var age = 2026 - laid - random.NextDouble();
            var z = Normal.Sample(random, 0, 1);
            var lives = laws.Select(l => l.Quantile(Normal.CDF(0, 1, Math.Sqrt(0.5) * z + Math.Sqrt(0.5) * Normal.Sample(random, 0, 1))))
                .ToList();
            var stages = models.Zip(lives, (m, life) => StageOf(m.Stages, age / life, random.NextDouble())).ToList();
            if (stages.Max() == StageModel.LastStage)
            {
                continue;
            }
            var parts = kinds.Select((k, i) => Of(k, laid, stages[i]) with { Id = Guid.NewGuid() }).ToArray();
            var left = RemainingLife
                .Of(Book, Tile(laid, null, null, parts) with { AsOf = new DateOnly(2026, 1, 1) })
                .Schools.Single(s => s.School == School.Combined)
                .Left!;
            if (left.Low > 0)
            {
                var truth = Math.Max(0, lives.Min() - age);
                held += truth >= left.Low && truth <= left.High ? 1 : 0;
                roofs++;
            }
        }
        ((double)held / roofs).ShouldBeInRange(0.78, 0.82);
    }

    private static int StageOf(StageModel model, double used, double draw)
    {
        var stage = 0;
        for (var sum = model.Chance(0, used); stage < StageModel.LastStage && draw >= sum; sum += model.Chance(stage, used))
        {
            stage++;
        }
        return stage;
    }

    private static LifeFacts Shingle(int laid) =>
        new(CoveringKind.LaminatedShingle, WeatherExposure.Ordinary, laid, laid, AgeSource.Permit, 1, [new StageShare(1, 100)], Day);
}
