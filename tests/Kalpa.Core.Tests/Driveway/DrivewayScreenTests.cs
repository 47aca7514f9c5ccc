using Kalpa.Core.Driveway;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Dossiers;

namespace Kalpa.Core.Tests.Driveway;

/// <summary>What the owner is shown at the car: which photos, in which order, and what of each was seen, is concluded, and could not be seen.</summary>
public sealed class DrivewayScreenTests
{
    private static FindingFact Found(string condition, WaterEvidence water = WaterEvidence.NoneSeen, Basis basis = Basis.Observed) =>
        new(
            Guid.CreateVersion7(),
            OneHouse.Visit.Id,
            OneHouse.A.Id,
            RuleBook.Current.FindCondition(condition)!.Stations[0],
            condition,
            "",
            water,
            Extent.OnePlace,
            Basis: basis
        );

    private static PhotoFact Photo(FindingFact? of, PhotoRole role = PhotoRole.Seen) =>
        new(Guid.CreateVersion7(), OneHouse.Visit.Id, of?.Id, null, new string('a', 64), "", Role: role);

    private static DrivewayAnswer Of(params IFact[] facts) => DrivewayScreens.Of(OneHouse.Dossier(facts));

    /// <summary>Water coming in goes before a fault that may let it in (common practice).</summary>
    [Fact]
    public void The_most_urgent_comes_first_and_what_has_no_photo_is_counted()
    {
        var (boot, leak, vent) = (Found("boot-collar-torn"), Found("flue-collar-rusted", WaterEvidence.Active), Found("vent-short"));
        var answer = Of(boot, leak, vent, Photo(boot), Photo(leak), Photo(null));
        answer.Photos.Select(p => p.FindingId).ShouldBe([leak.Id, boot.Id]);
        answer.Photos.Select(p => p.Marks).ShouldBeInOrder(SortDirection.Descending);
        answer.Rest.ShouldBe("1 more finding in the report.");
        Of(boot, leak, Photo(boot), Photo(leak)).Rest.ShouldBe("These are all findings; the report has the rest of the inspection.");
        Of(Photo(null)).ShouldSatisfyAllConditions(a => a.Photos.ShouldBeEmpty(), a => a.Rest.ShouldBe(""));
    }

    [Fact]
    public void Five_photos_are_shown_of_as_many_matters_as_there_are()
    {
        // A second torn boot is no other matter.
        var boots = new[] { Found("boot-collar-torn"), Found("boot-collar-torn") };
        FindingFact[] others = [Found("flue-collar-rusted"), Found("gutter-clogged"), Found("vent-short"), Found("moss-grown")];
        FindingFact[] all = [.. boots, .. others];
        var answer = Of([.. all, .. all.Select(f => Photo(f))]);
        answer.Photos.Count.ShouldBe(DrivewayScreens.Most);
        answer.Photos.Select(p => p.Name).Distinct().Count().ShouldBe(DrivewayScreens.Most);
        answer.Rest.ShouldBe("1 more finding in the report.");
        DrivewayScreens.Most.ShouldBe(5);
    }

    [Fact]
    public void A_finding_is_shown_as_it_was_found_and_once()
    {
        var boot = Found("boot-collar-torn");
        var (after, before, seen) = (Photo(boot, PhotoRole.After), Photo(boot, PhotoRole.Before), Photo(boot));
        Of(boot, after, before, seen).Photos.ShouldHaveSingleItem().PhotoId.ShouldBeOneOf(before.Id, seen.Id);
        Of(boot, after).Photos.ShouldHaveSingleItem().PhotoId.ShouldBe(after.Id);
        Of(boot, seen with { WriteUp = true }).Photos.ShouldBeEmpty();
        Of(Photo(null)).CoverPhotoId.ShouldNotBeNull();
        Of(boot, seen).CoverPhotoId.ShouldBeNull();
    }

    [Fact]
    public void What_was_seen_what_is_concluded_and_what_was_not_seen_are_three_things()
    {
        var boot = Found("boot-collar-torn");
        var shown = Of(boot, Photo(boot)).Photos.ShouldHaveSingleItem();
        shown.Fact.ShouldBe("Slope A (south): The collar of the pipe boot was torn or cracked. No water signs were found.");
        shown.Inferred.ShouldStartWith("If left, rain can run down the pipe into the building.");
        shown.Unseen.ShouldBe("Nothing was opened: what lies behind or below was not seen.");
        (shown.Name, shown.Place).ShouldBe(("Torn pipe boot", "Slope A (south)"));
        shown.PartOf.ShouldBe("");

        var suspected = Found("boot-collar-torn", WaterEvidence.NotChecked, Basis.Suspected);
        var guessed = Of(suspected, Photo(suspected)).Photos.ShouldHaveSingleItem();
        guessed.Fact.ShouldBe("It was not observed directly.");
        guessed.Inferred.ShouldContain("Torn pipe boot: suspected.");
        guessed.Unseen.ShouldStartWith("Whether water has come in here was not checked.");
    }

    /// <summary>A covering at its end takes the small repairs on it along.</summary>
    [Fact]
    public void What_is_done_with_a_larger_job_says_with_which()
    {
        var boot = Found("boot-collar-torn");
        var worn = new StageFact(Guid.CreateVersion7(), OneHouse.Visit.Id, OneHouse.A.Id, [new StageShare(4, 100)]);
        var confirmed = new SignOffFact(Guid.CreateVersion7(), OneHouse.Visit.Id, OneHouse.A.Id, null, null, "Tess Tester", default);
        var shown = Of(boot, Photo(boot), worn, confirmed).Photos.ShouldHaveSingleItem();
        shown.PartOf.ShouldBe("Part of: re-roof slope A (within a year)");
    }

    [Fact]
    public void What_nobody_could_get_to_is_said_where_it_matters()
    {
        var boot = Found("boot-collar-torn");
        const string attic = "The attic below was not inspected: no access was given.";
        Unseen(Look("attic", ExcuseReason.Locked)).ShouldStartWith(attic);
        Unseen(Look("attic", ExcuseReason.NotThere)).ShouldNotContain("attic");
        Unseen(Look("attic", null)).ShouldNotContain("attic");
        Unseen(Look("gutters", ExcuseReason.Locked)).ShouldNotContain("attic");
        // A core shows what lies below.
        Unseen(Look("core", null)).ShouldBe("No part of it was hidden.");
        Unseen(Look("core", ExcuseReason.Locked)).ShouldBe("Nothing was opened: what lies behind or below was not seen.");
        // What only a measure decides is open until it is taken.
        var lap = Found("drip-edge-lap-short");
        Of(lap, Photo(lap)).Photos.ShouldHaveSingleItem().Unseen.ShouldStartWith("Not settled yet: ");

        string Unseen(LookFact look) => Of(boot, Photo(boot), look).Photos.ShouldHaveSingleItem().Unseen;
        static LookFact Look(string station, ExcuseReason? excuse) =>
            new(
                Guid.CreateVersion7(),
                OneHouse.Visit.Id,
                station,
                null,
                excuse is null ? LookState.Looked : LookState.Excused,
                null,
                excuse
            );
    }
}
