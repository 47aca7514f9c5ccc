using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Life;

/// <summary>Tile with nothing lifted is unknown, not spent and not good for decades; one sheet has one clock (common practice, from memory).</summary>
public class UnseenUnderlaymentTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 9, 18);

    private static LifeFacts Tile(string kind, int? age, int? underlayment = null, int? tile = null) =>
        new(
            kind,
            WeatherExposure.Ordinary,
            Day.Year - age,
            Day.Year - age,
            age is null ? AgeSource.Unknown : AgeSource.Permit,
            1,
            underlayment is { } seen ? [new StageShare(seen, 100)] : null,
            Day,
            CoveringShares: tile is { } stage ? [new StageShare(stage, 100)] : null
        );

    private static ComponentLife Membrane(int? laid) =>
        new(Guid.CreateVersion7(), "self-adhered-membrane", StackPlace.Under, laid, laid, AgeSource.Permit);

    [Theory]
    [InlineData(CoveringKind.ConcreteTile, 36, "past")]
    [InlineData(CoveringKind.ClayTile, 60, "past")]
    [InlineData(CoveringKind.ClayTile, 25, "within")]
    [InlineData(CoveringKind.ConcreteTile, 30, "past")]
    [InlineData(CoveringKind.ConcreteTile, 29, "within")]
    public void Nothing_is_stated_until_two_tiles_are_lifted(string kind, int age, string by)
    {
        // The tile itself looks good: that says nothing of what lies under it.
        foreach (var life in new[] { RemainingLife.Of(Book, Tile(kind, age)), RemainingLife.Of(Book, Tile(kind, age, tile: 1)) })
        {
            life.Stated.ShouldBeNull();
            life.Headline.ShouldBe("Underlayment not seen: lift two tiles");
            life.Unseen!.Words.ShouldContain("lift two tiles");
            life.Unseen.Could.High.ShouldBe(30);
            life.Unseen.Could.Low.ShouldBeInRange(0, 3);
            life.Unseen.Conclude.ShouldContain($"{by} the 20–30 years of the charts");
            life.Reasons[1].ShouldMatch("^It could have [0-3] to 30 years left");
            life.Schools.Where(s => s.School != School.AgeTable)
                .ShouldAllBe(s => s.Left == null && s.Why == "The underlayment was not seen.");
            life.Chances.ShouldBeEmpty();
            var keeper = life.Components.Single(c => c.Governs);
            (keeper.Assumed, keeper.Left).ShouldBe((true, null));
            keeper.Words.ShouldNotContain("Spent");
        }
    }

    /// <summary>A usual underlayment reaches 25 years: one as old as younger tile goes by the charts.</summary>
    [Theory]
    [InlineData(24, false)]
    [InlineData(25, true)]
    public void Young_tile_goes_by_its_charts(int age, bool unseen) =>
        (RemainingLife.Of(Book, Tile(CoveringKind.ConcreteTile, age)).Unseen is not null).ShouldBe(unseen);

    [Fact]
    public void Tile_of_no_known_year_is_unknown_too()
    {
        var life = RemainingLife.Of(Book, Tile(CoveringKind.ClayTile, null, tile: 1));
        life.Stated.ShouldBeNull();
        (life.Unseen!.Could.Low, life.Unseen.Could.High).ShouldBe((0, 30));
        life.Unseen.Conclude.ShouldContain("unknown until the underlayment is inspected or dated");
    }

    [Fact]
    public void What_was_seen_or_dated_is_stated()
    {
        RemainingLife.Of(Book, Tile(CoveringKind.ConcreteTile, 36, underlayment: 3)).Stated.ShouldNotBeNull();
        // A new membrane two years ago: its life, 20 years and more.
        var relaid = RemainingLife.Of(Book, Tile(CoveringKind.ConcreteTile, 36) with { Components = [Membrane(Day.Year - 2)] });
        relaid.Unseen.ShouldBeNull();
        relaid.Stated!.Likely.ShouldBeGreaterThanOrEqualTo(20);
        // Recorded without a year, it is as unknown as one that was not recorded.
        RemainingLife.Of(Book, Tile(CoveringKind.ConcreteTile, 36) with { Components = [Membrane(null)] }).Unseen.ShouldNotBeNull();
        // Seen on an earlier visit it is known, if less well.
        var earlier = Tile(CoveringKind.ConcreteTile, 36) with
        {
            Earlier = [new EarlierLook(new DateOnly(2023, 5, 1), [new StageShare(1, 100)])],
        };
        RemainingLife.Of(Book, earlier).Unseen.ShouldBeNull();
    }

    [Fact]
    public void The_inspector_may_state_the_charts_or_own_figures_but_the_firm_s_way_does_not()
    {
        var facts = Tile(CoveringKind.ConcreteTile, 36);
        RemainingLife.Of(Book, facts with { FirmSchool = School.AgeTable }).Stated.ShouldBeNull();
        var charts = RemainingLife.Of(Book, facts with { ChosenSchool = School.AgeTable });
        charts.Stated!.Likely.ShouldBeInRange(0, 2);
        var own = new YearsLeft(5, 8, 12);
        RemainingLife
            .Of(Book, facts with { Overruled = own, OverruleReason = "Relaid in 2010 by the owner's account" })
            .Stated.ShouldBe(own);
    }

    [Fact]
    public void Lifting_two_tiles_is_what_would_narrow_it()
    {
        var life = RemainingLife.Of(Book, Tile(CoveringKind.ConcreteTile, 36) with { Deep = true });
        life.Narrowing[0].Text.ShouldStartWith("Lift two tiles");
        life.Narrowing[0].Years.ShouldBeGreaterThan(10);
    }

    [Fact]
    public void The_headline_and_the_work_ask_for_it()
    {
        var slope = Walking.Roof.A;
        var covering = new CoveringFact(Guid.CreateVersion7(), slope.Id, CoveringKind.ConcreteTile, 1990, 1990, AgeSource.Permit);
        var judged = Assessor.Assess(Walking.Roof.Input with { Slopes = [slope], Coverings = [covering] }, Book);
        judged.Headline.ShouldContain("Slope A: underlayment not seen.");
        var work = judged.Work.Single();
        (work.Kind, work.Title).ShouldBe((WorkKind.Evaluate, "Lift two tiles on slope A and inspect the underlayment"));
        judged
            .Slopes[0]
            .ForOwner!.Headline.ShouldBe("Not known yet: underlayment not seen: lift two tiles near the eave, or get records of a relay.");
        // The walk over tile has a stop for it on each slope, and the visit is not whole without it or an excuse.
        judged.Coverage.Left.ShouldContain(l => l.Station == "lift" && l.Letter == "A");
    }

    /// <summary>Copper recorded as standing seam with a sheet of copper is one sheet of copper.</summary>
    [Fact]
    public void One_sheet_has_one_clock()
    {
        LifeFacts Seam(params ComponentLife[] parts) =>
            Tile(CoveringKind.MetalStandingSeam, 60, underlayment: 1) with
            {
                Components = parts,
            };
        var copper = new ComponentLife(Guid.CreateVersion7(), "copper", StackPlace.Over, null, null, AgeSource.Unknown);
        var life = RemainingLife.Of(Book, Seam(copper));
        life.Components.Single(c => c.Part == ComponentPart.Governs).Name.ShouldBe("sheet copper");
        // Common practice: copper of 60 years at stage 1 has 25 to 60 more.
        life.Stated!.Likely.ShouldBeInRange(25, 60);
        life.Reference.Likely.ShouldBe(75);
        // Steel panels of that age and look are another matter.
        RemainingLife.Of(Book, Seam()).Stated!.Likely.ShouldBeLessThan(life.Stated.Likely);
        // The copper's own year and rating serve where the panels have none.
        var dated = copper with
        {
            LaidFrom = 1966,
            LaidTo = 1966,
            AgeSource = AgeSource.Permit,
            Shares = [new StageShare(1, 100)],
        };
        var bare = Seam(dated) with { LaidFrom = null, LaidTo = null, Shares = null };
        RemainingLife.Of(Book, bare).Stated.ShouldBe(life.Stated);
    }

    /// <summary>Trees, feet and cleaning act on the tile, not on what it shades.</summary>
    [Theory]
    [InlineData("trees", "over")]
    [InlineData("traffic", "heavy")]
    [InlineData("maintenance", "never")]
    public void What_acts_on_the_tile_does_not_reach_what_it_shades(string factor, string option)
    {
        var wear = new[] { new WearFact(factor, option, "said") };
        var seen = Tile(CoveringKind.ConcreteTile, 22, underlayment: 1);
        RemainingLife
            .Of(Book, seen with { Wear = wear })
            .Components.Single(c => c.Governs)
            .Left.ShouldBe(RemainingLife.Of(Book, seen).Components.Single(c => c.Governs).Left);
        // A shingle roof does feel it.
        var shingle = Tile(CoveringKind.LaminatedShingle, 12, underlayment: 1);
        RemainingLife
            .Of(Book, shingle with { Wear = wear })
            .Stated!.Likely.ShouldBeLessThan(RemainingLife.Of(Book, shingle).Stated!.Likely);
    }
}
