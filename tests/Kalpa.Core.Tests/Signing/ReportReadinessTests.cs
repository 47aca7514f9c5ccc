using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Signing;
using Kalpa.Core.Tests.Dossiers;

namespace Kalpa.Core.Tests.Signing;

/// <summary>What a report lacks before it is signed: each item comes with its cause, and goes with it.</summary>
public sealed class ReportReadinessTests
{
    private static readonly PropertyFact Place = OneHouse.Place;
    private static readonly RoofFact Roof = OneHouse.Roof;
    private static readonly SlopeFact A = OneHouse.A;
    private static readonly VisitFact Open = OneHouse.Visit;
    private static readonly VisitFact Finished = Open with { FinishedAt = new DateTimeOffset(2026, 9, 18, 16, 0, 0, default) };

    private static readonly FindingFact Boot = new(
        Guid.CreateVersion7(),
        Open.Id,
        A.Id,
        "penetrations",
        "boot-collar-torn",
        "",
        WaterEvidence.NoneSeen,
        Extent.OnePlace
    );

    private static PhotoFact Photo(Guid? finding = null, Guid? slope = null, bool writeUp = false) =>
        new(Guid.CreateVersion7(), Open.Id, finding, slope, new string('a', 64), "", WriteUp: writeUp);

    private static readonly EngagementFact Agreed = new(
        Guid.CreateVersion7(),
        Open.Id,
        CommissionPurpose.Condition,
        "The house roof.",
        "Nothing is opened.",
        Client: "A. Holm",
        AgreedAt: new DateTimeOffset(2026, 9, 17, 9, 0, 0, default)
    );

    private static IReadOnlyList<MissingItem> Missing(VisitFact visit, PropertyFact place, bool clash, params IFact[] facts) =>
        ReportReadiness.Of(Dossier(visit, place, clash, facts));

    private static VisitDossier Dossier(VisitFact visit, PropertyFact place, bool clash, params IFact[] facts)
    {
        IFact[] all = [place, OneHouse.House, Roof, A, visit, .. facts];
        var standing = all.Select(f => OneHouse.Standing(f, clash && f is SlopeFact));
        return DossierBuilder.Visit(new FactSet(standing, []), visit.Id, RuleBook.Current)!;
    }

    private static string[] Texts(IReadOnlyList<MissingItem> missing) => [.. missing.Select(m => $"{(m.Holds ? "! " : "")}{m.Text}")];

    [Fact]
    public void A_bare_visit_lacks_nearly_everything_and_what_holds_it_comes_first()
    {
        var open = Dossier(Open, Place, clash: true, Boot, Photo(writeUp: true));
        var items = open.Roofs[0].Assessment.Progress.HeldBy.Count;
        var left = open.Roofs[0].Assessment.Coverage.Left.Count;
        Texts(ReportReadiness.Of(open))
            .ShouldBe([
                "! 1 record with two versions: choose one first",
                $"! The visit is not finished: {items} items open in wrap-up",
                "! 1 photo or recording to write up",
                "Client’s name: the cover says “not recorded”",
                "Inspector’s license number: some states require it on the report",
                "Scope and limits: the client has not agreed to them",
                "Cover photo: one of the whole building, not tied to a finding or a slope",
                "No photo of slope A",
                "1 finding without a photo",
                $"{left} places neither inspected nor given a reason, listed under “Not inspected, and why”",
            ]);
        ReportStamps.Of(open).CanSign.ShouldBeFalse();
    }

    [Fact]
    public void With_everything_there_only_the_places_not_inspected_are_left()
    {
        var asked = Finished with { Commission = new Commission(CommissionPurpose.Condition, "A. Holm", Licence: "RI-204") };
        var missing = Missing(asked, Place, clash: false, Boot, Agreed, Photo(), Photo(slope: A.Id), Photo(finding: Boot.Id));
        missing.ShouldHaveSingleItem().Text.ShouldEndWith("listed under “Not inspected, and why”");
        ReportStamps.Of(Dossier(asked, Place, clash: false, Boot)).CanSign.ShouldBeTrue();
    }

    [Fact]
    public void The_owner_on_file_stands_for_the_client()
    {
        Texts(Missing(Finished, Place, clash: false)).ShouldContain("Client’s name: the cover says “not recorded”");
        Texts(Missing(Finished, Place with { Owner = "A. Holm" }, clash: false))
            .ShouldNotContain("Client’s name: the cover says “not recorded”");
    }

    [Fact]
    public void A_photo_of_a_slope_is_no_cover_and_a_photo_of_the_building_is_none_of_the_slope()
    {
        Texts(Missing(Finished, Place, clash: false, Photo(slope: A.Id))).ShouldContain(t => t.StartsWith("Cover photo"));
        Texts(Missing(Finished, Place, clash: false, Photo())).ShouldContain("No photo of slope A");
    }

    [Fact]
    public void Of_several_roofs_each_item_says_which()
    {
        var garage = new BuildingFact(Guid.CreateVersion7(), Place.Id, "Garage");
        var flat = new RoofFact(Guid.CreateVersion7(), garage.Id, "Flat roof");
        var b = A with { Id = Guid.CreateVersion7(), RoofId = flat.Id, Letter = "B" };
        var texts = Texts(Missing(Finished with { Roofs = [Roof.Id, flat.Id] }, Place, clash: false, garage, flat, b, Photo(slope: A.Id)));
        texts.ShouldContain("Garage: no photo of slope B");
        texts.ShouldNotContain(t => t.StartsWith("House: no photo", StringComparison.Ordinal));
    }

    /// <summary>A photo of a torn boot shows the boot; the slope is shown by one that stands off.</summary>
    [Fact]
    public void A_photo_of_a_finding_is_none_of_its_slope() =>
        Texts(Missing(Finished, Place, clash: false, Boot, Photo(), Photo(finding: Boot.Id))).ShouldContain("No photo of slope A");

    [Fact]
    public void What_was_agreed_on_for_another_purpose_and_a_fee_due_before_are_said()
    {
        var leak = Finished with { Commission = new Commission(CommissionPurpose.Leak) };
        Texts(Missing(leak, Place, clash: false, Agreed))
            .ShouldContain("Scope and limits were agreed to for another purpose of the visit: have the client agree again");
        Texts(Missing(Finished, Place, clash: false, Agreed)).ShouldNotContain(text => text.StartsWith("Scope"));
        Texts(Missing(Finished, Place, clash: false, Agreed with { AgreedAt = null }))
            .ShouldContain("Scope and limits: the client has not agreed to them");

        const string unpaid = "Fee: due before the inspection, not marked as paid";
        var before = Agreed with { Fee = 1, FeeDue = FeeDue.BeforeInspection };
        Texts(Missing(Finished, Place, clash: false, before)).ShouldContain(unpaid);
        EngagementFact[] settled =
        [
            before with
            {
                Fee = 0,
            },
            before with
            {
                FeeDue = FeeDue.OnDelivery,
            },
            before with
            {
                PaidOn = new DateOnly(2026, 9, 18),
            },
        ];
        foreach (var paid in settled)
        {
            Texts(Missing(Finished, Place, clash: false, paid)).ShouldNotContain(unpaid);
        }
    }

    [Fact]
    public void Wording_typed_over_other_facts_is_to_be_read_again()
    {
        var judged = Dossier(Finished, Place, false, Boot).Roofs[0].Assessment.Findings[0];
        var typed = Boot with { OwnWords = new OwnWords("The collar is split.", "", judged.Words.Plain) };
        Missing(Finished, Place, clash: false, typed).ShouldNotContain(m => m.At == MissingAt.Finding);
        var item = Missing(Finished, Place, clash: false, typed with { Evidence = WaterEvidence.Stained })
            .Single(m => m.At == MissingAt.Finding);
        item.Text.ShouldBe("Torn pipe boot, slope A: the facts have changed since its wording was typed");
        (item.FindingId, item.RoofId, item.Holds).ShouldBe((Boot.Id, Roof.Id, false));
    }
}
