using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Signing;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Signing;

/// <summary>The hash that a report is signed by: of everything it says, and of nothing else.</summary>
public sealed class ReportStampTests
{
    private static readonly Guid Visit = EveryKind.Id(FactKind.Visit);

    /// <summary>What no report of this visit says: who signed it, who got it, what was asked, and how the firm goes up.</summary>
    private static readonly FactKind[] InNoReport =
    [
        FactKind.ReportSignature,
        FactKind.ReportQuestion,
        FactKind.ReportDelivery,
        FactKind.WeatherLimits,
    ];

    private static VisitDossier Dossier(IEnumerable<StreamFact> facts) =>
        DossierBuilder.Visit(
            new FactSet([.. facts.Select(f => new StandingFact(f.Kind, f.Fact, Guid.NewGuid(), false))], []),
            Visit,
            RuleBook.Current
        )!;

    private static string HashOf(IEnumerable<StreamFact> facts) => ReportStamps.Of(Dossier(facts)).Hash;

    [Fact]
    public void The_same_facts_have_the_same_hash_in_whatever_order_and_revision_they_lie()
    {
        var hash = HashOf(EveryKind.Facts);
        hash.ShouldMatch("^[0-9a-f]{64}$");
        HashOf(EveryKind.Facts.Reverse()).ShouldBe(hash);
    }

    /// <summary>The line format was hashed with coreutils' sha256sum: <c>printf 'visit 0123456789abcdef\nphoto:1 00000000ffffffff\n' | sha256sum</c>.</summary>
    [Fact]
    public void The_hash_is_the_sha256_of_keys_and_hashes_line_by_line() =>
        ReportStamps
            .HashOf([new SignedPart("visit", "0123456789abcdef"), new SignedPart("photo:1", "00000000ffffffff")])
            .ShouldBe("b5dc0342678223c80fd3f0446344e3be24d8fdfa8155186b09dac5dd37c29352");

    [Fact]
    public void Every_kind_of_fact_is_in_the_hash_but_what_no_report_says()
    {
        var hash = HashOf(EveryKind.Facts);
        // Without these there is no visit to report on.
        FactKind[] ground = [FactKind.Property, FactKind.Building, FactKind.Roof, FactKind.Visit];
        foreach (var kind in Enum.GetValues<FactKind>().Except(ground))
        {
            var without = HashOf(EveryKind.Facts.Where(f => f.Kind != kind));
            (without != hash).ShouldBe(!InNoReport.Contains(kind), $"{kind}");
        }
        var named = EveryKind.Facts.Select(f => f.Fact is PropertyFact p ? f with { Fact = p with { Name = "Another House" } } : f);
        HashOf(named).ShouldNotBe(hash);
    }

    [Fact]
    public void A_part_changes_with_its_own_fact_and_leaves_the_photos_alone()
    {
        var before = ReportStamps.Parts(Dossier(EveryKind.Facts));
        var after = ReportStamps.Parts(
            Dossier(EveryKind.Facts.Select(f => f.Fact is FindingFact finding ? f with { Fact = finding with { Note = "seen twice" } } : f))
        );
        string[] changed = [.. after.Where(p => before.First(b => b.Key == p.Key).Hash != p.Hash).Select(p => p.Key.Split(':')[0])];
        changed.ShouldContain("finding");
        changed.ShouldNotContain("photo");
        changed.ShouldNotContain("visit");
        before.Select(p => p.Key).ShouldBeUnique();
    }

    [Fact]
    public void What_has_changed_since_it_was_signed_is_told_until_the_signature_is_withdrawn()
    {
        var unsigned = EveryKind.Facts.Where(f => f.Kind != FactKind.ReportSignature).ToList();
        var check = ReportStamps.Of(Dossier(unsigned));
        check.ChangedSinceSigned.ShouldBeNull();

        var signature = new ReportSignatureFact(
            EveryKind.Id(FactKind.ReportSignature),
            Visit,
            "Marit",
            "",
            new DateTimeOffset(2026, 9, 18, 16, 0, 0, default),
            check.Hash,
            [.. check.Parts.Select(p => new SignedPart(p.Key, p.Hash))]
        );
        ReportCheck Signed(ReportSignatureFact by, IEnumerable<StreamFact> facts) =>
            ReportStamps.Of(Dossier([.. facts, new StreamFact(FactKind.ReportSignature, by)]));
        var same = Signed(signature, unsigned);
        (same.Hash, same.ChangedSinceSigned!.Count).ShouldBe((check.Hash, 0));

        var later = unsigned.Where(f => f.Kind != FactKind.Photo).ToList();
        Signed(signature, later).ChangedSinceSigned.ShouldBe(["1 photo removed."]);
        Signed(signature with { Withdrawn = new Withdrawal("wrong", "Marit", default) }, later).ChangedSinceSigned.ShouldBeNull();
    }

    /// <summary>Devices draw in this box, and what was drawn long ago is shown in it.</summary>
    [Fact]
    public void A_signature_is_drawn_in_a_box_of_300_by_100() =>
        (ReportSignatureFact.DrawingWidth, ReportSignatureFact.DrawingHeight).ShouldBe((300, 100));
}
