using System.Diagnostics;
using System.Net.Http.Json;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Samples;

namespace Kalpa.Server.Tests;

/// <summary>Reports on the firm's own sheet; and as independent programs read their PDF.</summary>
public sealed class LetterheadTests
{
    [Fact]
    public async Task A_report_stands_under_the_firms_letterhead_on_its_paper_in_its_color_with_its_statement()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        await tess.Send(roof.Changes);
        var report = $"/api/visits/{roof.Visit.Id}/report";
        var plain = await tess.Http.GetStringAsync(report);
        plain.ShouldContain("Test Survey");
        plain.ShouldContain("It is not a warranty or a code-compliance inspection.");
        (await PageSize($"{report}.pdf", tess)).ShouldBe("612 x 792 pts (letter)");

        var bytes = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "demo/photos/drip-edge.jpg"));
        var sent = await tess.Http.PostAsync("/api/photos", new Bytes(bytes));
        var logo = (await sent.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!.Sha256;
        var letterhead = new LetterheadFact(
            Guid.CreateVersion7(),
            "Harbor <Roofs>",
            "2 Rope Walk\nSaltmere",
            "RS-17",
            logo,
            "#1f4a6b",
            PaperSize.A4,
            [new FirmStatement(CommissionPurpose.Condition, "We state what we saw.")]
        );
        await tess.Send(Inspector.Change(FactKind.Letterhead, letterhead));
        (await tess.Get<LetterheadAnswer>("/api/letterhead")).Letterhead!.Name.ShouldBe("Harbor <Roofs>");
        var page = await tess.Http.GetStringAsync(report);
        page.ShouldContain("<p class=\"firm\">Harbor &lt;Roofs&gt;</p>");
        page.ShouldContain(".firm{color:#1f4a6b}");
        page.ShouldContain($"<img class=\"logo\" src=\"/api/photos/{logo}/report\"");
        page.ShouldContain("We state what we saw.");
        page.ShouldNotContain("It is not a warranty or a code-compliance inspection.");
        (await PageSize($"{report}.pdf", tess)).ShouldBe("594 x 841 pts (A4)");
        var text = await Pdf.TextOf(await tess.Http.GetByteArrayAsync($"{report}.pdf"));
        foreach (var line in new[] { "2 Rope Walk", "License RS-17", "Harbor <Roofs> · Test House" })
        {
            text.ShouldContain(Pdf.Squeezed(line));
        }
    }

    /// <summary>qpdf reads the whole structure of each demo report and finds nothing wrong.</summary>
    [Fact]
    public async Task Every_demo_report_is_a_sound_pdf()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        foreach (var property in (await marit.Get<HomeAnswer>("/api/home")).Properties)
        {
            var id = property.Roofs[0].LatestVisit!.Id;
            var said = await Run(await marit.Http.GetByteArrayAsync($"/api/visits/{id}/report.pdf"), "qpdf", "--check");
            said.ShouldContain("No syntax or stream encoding errors found", Case.Sensitive, property.PropertyName);
        }
    }

    private static async Task<string> PageSize(string address, Inspector tess)
    {
        var said = await Run(await tess.Http.GetByteArrayAsync(address), "pdfinfo");
        return System.Text.RegularExpressions.Regex.Replace(
            said.Split('\n').Single(l => l.StartsWith("Page size:", StringComparison.Ordinal))["Page size:".Length..].Trim(),
            @"(\d+)\.\d+",
            "$1"
        );
    }

    private static async Task<string> Run(byte[] pdf, string program, params string[] options)
    {
        var file = Path.GetTempFileName();
        await File.WriteAllBytesAsync(file, pdf);
        using var run = Process.Start(new ProcessStartInfo(program, [.. options, file]) { RedirectStandardOutput = true })!;
        var said = await run.StandardOutput.ReadToEndAsync();
        await run.WaitForExitAsync();
        File.Delete(file);
        return said;
    }
}
