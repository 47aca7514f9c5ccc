using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Samples;
using Kalpa.Store;
using Kalpa.Store.Upkeep;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>A report is signed, frozen, printed, shared by a link, replaced and withdrawn.</summary>
public sealed class SigningTests : IAsyncLifetime
{
    private static readonly DateTimeOffset At = new(2026, 9, 18, 16, 0, 0, TimeSpan.Zero);
    private static readonly string[] Files = ["report.pdf", "report.html", "report.json"];

    private readonly TestServer server = new();
    private readonly TestRoof roof = new();
    private Inspector tess = null!;

    private string Visit => $"/api/visits/{roof.Visit.Id}";

    public async ValueTask InitializeAsync()
    {
        tess = await server.FirstInspector();
        await tess.Send(roof.Changes);
    }

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task What_is_signed_is_frozen_and_no_byte_of_it_changes_with_what_comes_later()
    {
        await tess.Send(Inspector.Change(FactKind.Photo, await Photo()));
        var first = await Sign();
        var printed = await Printed(first.Id);
        (printed.Version, printed.State, printed.Hash, printed.Changes.Count).ShouldBe((1, SignedState.Printed, first.Hash, 0));
        var before = await Download(first.Id);
        // An independent program reads the hashes that Kalpa states.
        (await Sha256Sum(before["report.pdf"])).ShouldBe(printed.PdfSha256);
        (await Sha256Sum(before["report.html"])).ShouldBe(printed.PageSha256);
        (await Sha256Sum(before["report.json"])).ShouldBe(printed.DataSha256);
        var text = await Pdf.TextOf(before["report.pdf"]);
        text.ShouldContain(Pdf.Squeezed("Signed September 18, 2026, 4:00 PM, version 1"));
        text.ShouldContain(Pdf.Squeezed("license RI-204"));
        text.ShouldContain(Pdf.Squeezed("Test Survey · Test House · version 1"));
        text.ShouldNotContain("draft");

        var later = new FindingFact(
            Guid.CreateVersion7(),
            roof.Visit.Id,
            roof.Slope.Id,
            "penetrations",
            "boot-collar-torn",
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace
        );
        await tess.Send(Inspector.Change(FactKind.Finding, later));
        foreach (var (file, bytes) in await Download(first.Id))
        {
            bytes.ShouldBe(before[file], file);
        }

        var second = await Sign();
        var replaced = await Printed(second.Id);
        (replaced.Version, replaced.State).ShouldBe((2, SignedState.Printed));
        var name = (await Dossier()).Roofs[0].Assessment.Findings.First(f => f.FindingId == later.Id).Name;
        replaced.Changes.ShouldContain(line => line.StartsWith($"Added: {name}, slope A", StringComparison.Ordinal));
        (await State(first.Id)).ShouldBe(SignedState.Replaced);
        (await Pdf.TextOf((await Download(second.Id))["report.pdf"])).ShouldContain(Pdf.Squeezed("Version 2 replaces version 1."));
        foreach (var (file, bytes) in await Download(first.Id))
        {
            bytes.ShouldBe(before[file], file);
        }
    }

    /// <summary>Signed without a connection, while the office recorded something: nothing is frozen, and what differs is told.</summary>
    [Fact]
    public async Task A_signature_under_another_state_is_returned_with_what_differs()
    {
        var signature = Signature(ReportStamps.Of(await Dossier()));
        var photo = await Photo();
        await tess.Send(Inspector.Change(FactKind.Photo, photo));
        await tess.Send(Inspector.Change(FactKind.ReportSignature, signature));
        var returned = (await Signed()).ShouldHaveSingleItem();
        (returned.Version, returned.State).ShouldBe((0, SignedState.Returned));
        returned.Differences.ShouldBe(["1 photo added."]);
        (await tess.Http.GetAsync($"/api/signed/{signature.Id}/report.pdf")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await tess.Post($"{Visit}/report-links", new ReportLinkRequest(signature.Id, "the owner", 30))).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        // Signed again, as it is now.
        (await Printed((await Sign()).Id)).Version.ShouldBe(1);
    }

    /// <summary>The hash of one state over the parts of another is of neither.</summary>
    [Fact]
    public async Task A_signature_whose_parts_are_not_what_it_hashes_is_returned()
    {
        var signature = Signature(ReportStamps.Of(await Dossier()));
        await tess.Send(Inspector.Change(FactKind.ReportSignature, signature with { Parts = [.. signature.Parts.Skip(1)] }));
        (await Signed()).ShouldHaveSingleItem().State.ShouldBe(SignedState.Returned);
    }

    [Fact]
    public async Task A_photo_still_on_the_phone_holds_up_the_print_until_it_is_done_without()
    {
        var photo = new PhotoFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, null, new string('b', 64), "");
        await tess.Send(Inspector.Change(FactKind.Photo, photo));
        var signature = await Sign();
        (await WaitingFor(1)).PrintFault.ShouldBe("");
        (await tess.Post<object?>($"/api/signed/{signature.Id}/print", null)).EnsureSuccessStatusCode();
        (await State(signature.Id)).ShouldBe(SignedState.Printed);
        Encoding.UTF8.GetString((await Download(signature.Id))["report.html"]).ShouldContain("Photo not available (bbbbbbbb)");
    }

    [Fact]
    public async Task The_last_photo_to_arrive_prints_the_report()
    {
        var bytes = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "demo/photos/drip-edge.jpg"));
        var sha256 = await Sha256Sum(bytes);
        await tess.Send(
            Inspector.Change(FactKind.Photo, new PhotoFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, null, sha256, "The lap"))
        );
        var signature = await Sign();
        await WaitingFor(1);
        (await tess.Http.PostAsync("/api/photos", new Bytes(bytes))).EnsureSuccessStatusCode();
        (await Printed(signature.Id)).MissingPhotos.ShouldBe(0);
        Encoding.UTF8.GetString((await Download(signature.Id))["report.html"]).ShouldContain("src=\"pictures/");
    }

    [Fact]
    public async Task A_report_that_cannot_be_printed_says_why()
    {
        var photo = new PhotoFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, null, new string('b', 64), "");
        await tess.Send(Inspector.Change(FactKind.Photo, photo));
        var signature = await Sign();
        await WaitingFor(1);
        File.Delete(Directory.GetFiles(Path.Combine(server.DataFolder, "signed"), "*.json", SearchOption.AllDirectories).Single());
        // A photo that arrives has it tried again.
        await Photo();
        SignedReportAnswer report;
        while ((report = (await Signed()).Single()).PrintFault.Length == 0)
        {
            await Task.Delay(50);
        }
        report.PrintFault.ShouldContain("Restore them from a backup.");
        report.State.ShouldBe(SignedState.Waiting);
        (await tess.Post<object?>($"/api/signed/{signature.Id}/print", null)).StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
    }

    private async Task<SignedReportAnswer> WaitingFor(int photos)
    {
        while (true)
        {
            if ((await Signed())[0] is var report && report.MissingPhotos == photos)
            {
                return report;
            }
            await Task.Delay(50);
        }
    }

    [Fact]
    public async Task A_link_shows_the_frozen_page_its_pictures_and_nothing_else_and_takes_questions()
    {
        var photo = await Photo();
        await tess.Send(Inspector.Change(FactKind.Photo, photo));
        var other = await Photo("boot-torn.jpg");
        var signature = await Sign();
        await Printed(signature.Id);
        var link = await Link(signature.Id);
        var reader = server.CreateClient();

        var page = await reader.GetStringAsync(link.Path);
        page.ShouldContain("For the owner. Version 1, signed by Tess Tester on September 18, 2026.");
        page.ShouldNotContain("<script");
        var picture = page.Split("src=\"pictures/")[1].Split('"')[0];
        (await reader.GetByteArrayAsync($"{link.Path}pictures/{picture}")).Length.ShouldBeGreaterThan(1_000);
        (await reader.GetAsync($"{link.Path}pictures/{other.Sha256}.jpg")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await reader.GetAsync($"{link.Path}pictures/..%2f..%2fkalpa.db")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Sha256Sum(await reader.GetByteArrayAsync($"{link.Path}report.pdf"))).ShouldBe((await Signed())[0].PdfSha256);
        (await reader.GetAsync(Visit)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);

        var empty = await Ask(reader, link, "  ", "A. Holm");
        empty.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await empty.Content.ReadAsStringAsync()).ShouldContain("value=\"A. Holm\"");
        var sent = await (await Ask(reader, link, "Can <b>it</b> wait?", "A. Holm")).Content.ReadAsStringAsync();
        sent.ShouldContain("Your question was sent.");
        sent.ShouldContain("Can &lt;b&gt;it&lt;/b&gt; wait?");

        var dossier = await Dossier();
        var question = dossier.Questions.ShouldHaveSingleItem();
        (question.Words, question.By, question.SignatureId).ShouldBe(("Can <b>it</b> wait?", "A. Holm", signature.Id));
        (await tess.SettledHome()).Properties.Single(p => p.Asked == 1).AskedOf.ShouldBe(roof.Visit.Id);
        var revision = dossier.Heads.Single(h => h.FactId == question.Id).Revision;
        var answered = question with { Answer = "Until spring.", AnsweredBy = "Tess Tester", AnsweredAt = At };
        await tess.Send(Inspector.Change(FactKind.ReportQuestion, answered, revision));
        (await reader.GetStringAsync(link.Path)).ShouldContain("Until spring.");
        // Another reader of the same report does not see it.
        (await reader.GetStringAsync((await Link(signature.Id)).Path)).ShouldNotContain("Until spring.");
        var links = await tess.Get<IReadOnlyList<ReportLinkAnswer>>($"{Visit}/report-links");
        links.Select(l => l.Opened).ShouldBe([2, 1]);
        links.ShouldAllBe(l => l.Path == null);
    }

    [Fact]
    public async Task A_link_says_that_its_version_was_replaced_or_withdrawn_and_opens_nothing_once_it_is_over()
    {
        var first = await Sign();
        await Printed(first.Id);
        var link = await Link(first.Id);
        var reader = server.CreateClient();
        (await reader.GetStringAsync(link.Path)).ShouldNotContain("class=\"stands-no-more\"");

        await tess.Send(Inspector.Change(FactKind.Visit, roof.Visit with { Weather = "dry" }, await Revision(roof.Visit.Id)));
        await Printed((await Sign()).Id);
        (await reader.GetStringAsync(link.Path)).ShouldContain("Version 2, signed on September 18, 2026, replaces this report.");

        var withdrawn = first with { Withdrawn = new Withdrawal("wrong slope", "Tess Tester", At.AddDays(1)) };
        await tess.Send(Inspector.Change(FactKind.ReportSignature, withdrawn, await Revision(first.Id)));
        (await State(first.Id)).ShouldBe(SignedState.Withdrawn);
        var page = await reader.GetStringAsync(link.Path);
        page.ShouldContain("This report was withdrawn on September 19, 2026.");
        page.ShouldContain("wrong slope.");

        var lasting = await Link(first.Id);
        await server.InStore(
            (_, db) => db.SharedLinks.Where(l => l.Id == lasting.Id).ExecuteUpdateAsync(s => s.SetProperty(l => l.ExpiresAtTicks, 1))
        );
        (await reader.GetAsync(lasting.Path)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await tess.Http.DeleteAsync($"/api/report-links/{link.Id}")).EnsureSuccessStatusCode();
        var revoked = await reader.GetAsync(link.Path);
        revoked.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await revoked.Content.ReadAsStringAsync()).ShouldContain("This link opens no report");
        (await reader.GetAsync($"{link.Path}report.pdf")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await reader.GetAsync("/shared/0000/")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    /// <summary>50 questions: more than any client asks, and less than somebody needs who found the link.</summary>
    [Theory]
    [InlineData(49, HttpStatusCode.OK)]
    [InlineData(50, HttpStatusCode.UnprocessableEntity)]
    public async Task A_link_takes_a_bounded_number_of_questions(int asked, HttpStatusCode status)
    {
        var signature = await Sign();
        await Printed(signature.Id);
        var link = await Link(signature.Id);
        await server.InStore((_, db) => db.SharedLinks.ExecuteUpdateAsync(s => s.SetProperty(l => l.Replies, asked)));
        (await Ask(server.CreateClient(), link, "When?", "")).StatusCode.ShouldBe(status);
    }

    [Theory]
    [InlineData("the owner", 1, true)]
    [InlineData("the owner", 365, true)]
    [InlineData("the owner", 0, false)]
    [InlineData("the owner", 366, false)]
    [InlineData(" ", 30, false)]
    public async Task A_link_is_for_somebody_and_for_a_time(string forWhom, int days, bool made)
    {
        var signature = await Sign();
        var answer = await tess.Post($"{Visit}/report-links", new ReportLinkRequest(signature.Id, forWhom, days));
        answer.StatusCode.ShouldBe(made ? HttpStatusCode.OK : HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_backup_holds_what_was_signed_and_verifying_finds_a_file_that_was_touched()
    {
        await tess.Send(Inspector.Change(FactKind.Photo, await Photo()));
        var signature = await Sign();
        await Printed(signature.Id);
        var before = await Download(signature.Id);
        var target = Directory.CreateTempSubdirectory("kalpa-backup").FullName;
        var made = await new Backup(new DataFolder(server.DataFolder), target).Make(At, default);
        (made.Manifest.SignedFiles, made.Manifest.Missing.Count).ShouldBe((4, 0));

        var pdf = Directory
            .GetFiles(Path.Combine(server.DataFolder, "signed"), "*.pdf", SearchOption.AllDirectories)
            .ShouldHaveSingleItem();
        if (!OperatingSystem.IsWindows())
        {
            File.GetUnixFileMode(pdf).ShouldBe(UnixFileMode.UserRead);
            File.SetUnixFileMode(pdf, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        }
        (await Verified()).ShouldBe((4, 0));
        await File.AppendAllTextAsync(pdf, "x");
        (await Verified()).ShouldBe((4, 1));
        (await tess.Http.GetAsync($"/api/signed/{signature.Id}/report.pdf")).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        var restored = Path.Combine(target, "restored");
        await new Backup(new DataFolder(restored), target).Restore(null, default);
        foreach (var file in Directory.GetFiles(Path.Combine(restored, "signed"), "*", SearchOption.AllDirectories))
        {
            (await Sha256Sum(await File.ReadAllBytesAsync(file))).ShouldBe(Path.GetFileNameWithoutExtension(file));
        }
        Directory
            .GetFiles(restored, "*.pdf", SearchOption.AllDirectories)
            .Select(File.ReadAllBytes)
            .ShouldHaveSingleItem()
            .ShouldBe(before["report.pdf"]);
        Directory.Delete(target, true);
    }

    private async Task<(int Files, int Damaged)> Verified()
    {
        var result = default((int, int));
        await server.InStore(
            async (services, _) =>
            {
                var verified = await services.GetRequiredService<Verification>().Run(default);
                result = (verified.SignedFiles, verified.SignedDamaged.Count);
            }
        );
        return result;
    }

    private Task<VisitDossier> Dossier() => tess.Get<VisitDossier>(Visit);

    private async Task<Guid> Revision(Guid factId) => (await Dossier()).Heads.Single(h => h.FactId == factId).Revision;

    private ReportSignatureFact Signature(ReportCheck check) =>
        new(
            Guid.CreateVersion7(),
            roof.Visit.Id,
            "Tess Tester",
            "RI-204",
            At,
            check.Hash,
            [.. check.Parts.Select(p => new SignedPart(p.Key, p.Hash))],
            "M10 40L60.5 12"
        );

    private async Task<ReportSignatureFact> Sign()
    {
        var signature = Signature(ReportStamps.Of(await Dossier()));
        (await tess.Send(Inspector.Change(FactKind.ReportSignature, signature)))[0].Outcome.ShouldBe(ChangeOutcome.Accepted);
        return signature;
    }

    private Task<IReadOnlyList<SignedReportAnswer>> Signed() => tess.Get<IReadOnlyList<SignedReportAnswer>>($"{Visit}/signed");

    private async Task<SignedState> State(Guid signatureId) => (await Signed()).Single(s => s.SignatureId == signatureId).State;

    private async Task<SignedReportAnswer> Printed(Guid signatureId)
    {
        while (true)
        {
            var report = (await Signed()).Single(s => s.SignatureId == signatureId);
            if (report.State != SignedState.Waiting)
            {
                return report;
            }
            await Task.Delay(50);
        }
    }

    private async Task<Dictionary<string, byte[]>> Download(Guid signatureId)
    {
        var files = new Dictionary<string, byte[]>();
        foreach (var file in Files)
        {
            files[file] = await tess.Http.GetByteArrayAsync($"/api/signed/{signatureId}/{file}");
        }
        return files;
    }

    private async Task<ReportLinkAnswer> Link(Guid signatureId)
    {
        var response = await tess.Post($"{Visit}/report-links", new ReportLinkRequest(signatureId, "the owner", 30));
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<ReportLinkAnswer>(Inspector.Json))!;
    }

    private static Task<HttpResponseMessage> Ask(HttpClient reader, ReportLinkAnswer link, string words, string by) =>
        reader.PostAsync(
            $"{link.Path}questions",
            new FormUrlEncodedContent(new Dictionary<string, string> { ["words"] = words, ["by"] = by })
        );

    private async Task<PhotoFact> Photo(string file = "drip-edge.jpg")
    {
        var bytes = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "demo/photos", file));
        var response = await tess.Http.PostAsync("/api/photos", new Bytes(bytes));
        response.EnsureSuccessStatusCode();
        var blob = (await response.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!;
        return new PhotoFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, null, blob.Sha256, "The lap");
    }

    private static async Task<string> Sha256Sum(byte[] bytes)
    {
        var file = Path.GetTempFileName();
        await File.WriteAllBytesAsync(file, bytes);
        using var sum = Process.Start(new ProcessStartInfo("sha256sum", [file]) { RedirectStandardOutput = true })!;
        var text = await sum.StandardOutput.ReadToEndAsync();
        await sum.WaitForExitAsync();
        File.Delete(file);
        return text.Split(' ')[0];
    }
}
