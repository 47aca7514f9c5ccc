using Kalpa.Core.Facts;
using Kalpa.Reports.Parts;
using Microsoft.AspNetCore.Components;
using Microsoft.AspNetCore.Components.Web;
using Microsoft.Extensions.Logging;

namespace Kalpa.Reports;

/// <summary>The report as one HTML page: the same page is the preview, the shared page and, printed, the PDF.</summary>
public sealed class ReportPages(IServiceProvider services, ILoggerFactory loggers)
{
    private static readonly string Css = Text("report.css");

    /// <summary>Two fixed weights: a variable font is drawn glyph by glyph when printed, twice as slow.</summary>
    private static readonly string Fonts = Face(400) + Face(700);

    /// <param name="nonce">Of the page's content security policy; null in print, where no policy stands.</param>
    public Task<string> Html(ReportModel model, string? nonce) =>
        Rendered<Report>(new() { [nameof(Report.Model)] = model, [nameof(Report.Style)] = Style(nonce, FirmStyle(model) + Footer(model)) });

    /// <summary>
    /// A frozen page as it is shown by a link: the page itself, a bar above it and the questions below. <paramref name="nonce"/> is that of the page's content security
    /// policy, which the frozen page has none of.
    /// </summary>
    public async Task<string> Shared(string frozen, SharedView view, string nonce)
    {
        var parameters = new Dictionary<string, object?> { [nameof(SharedBar.View)] = view };
        var (bar, questions) = (await Rendered<SharedBar>(parameters), await Rendered<SharedQuestions>(parameters));
        var (style, begin, end) = (
            frozen.IndexOf(StyleTag, StringComparison.Ordinal),
            frozen.IndexOf(BodyTag, StringComparison.Ordinal),
            frozen.LastIndexOf(BodyEnd, StringComparison.Ordinal)
        );
        if (style < 0 || begin < style || end < begin)
        {
            throw new InvalidOperationException("The frozen report is no page.");
        }
        begin += BodyTag.Length;
        return string.Concat(
            frozen[..style],
            $"<style nonce=\"{nonce}\">",
            frozen[(style + StyleTag.Length)..begin],
            bar,
            frozen[begin..end],
            questions,
            frozen[end..]
        );
    }

    /// <summary>What a link shows that opens no report, or none any more.</summary>
    public Task<string> NoReport(string nonce) => Rendered<NoReport>(new() { [nameof(Reports.NoReport.Style)] = Style(nonce, "") });

    private const string StyleTag = "<style>";
    private const string BodyTag = "<body>";
    private const string BodyEnd = "</body>";

    /// <summary>The scope of work for bidders, to print.</summary>
    public Task<string> ScopeHtml(ReportModel model) =>
        Rendered<ScopePrint>(
            new() { [nameof(ScopePrint.Model)] = model, [nameof(ScopePrint.Style)] = Style(null, FirmStyle(model) + Footer(model)) }
        );

    /// <summary>Scope, limits and fee as agreed on with the client, to print.</summary>
    public Task<string> AgreementHtml(ReportModel model) =>
        Rendered<AgreementPrint>(
            new()
            {
                [nameof(AgreementPrint.Model)] = model,
                [nameof(AgreementPrint.Style)] = Style(null, FirmStyle(model) + Footer(model, "inspection agreement")),
            }
        );

    /// <summary>The rule book as a page to print.</summary>
    public Task<string> BookHtml(BookModel model) =>
        Rendered<BookPrint>(new() { [nameof(BookPrint.Model)] = model, [nameof(BookPrint.Style)] = Style(null, "") });

    /// <summary>The plan of a report as a drawing of its own; null where the roof has none.</summary>
    public async Task<string?> PlanSvg(RoofReport model) =>
        model.Plan is { Facets.Count: > 0 } plan
            ? await Rendered<PlanDrawing>(
                new()
                {
                    [nameof(PlanDrawing.Answer)] = plan,
                    [nameof(PlanDrawing.Letters)] = model.Letters,
                    [nameof(PlanDrawing.Pins)] = model.Pins,
                    [nameof(PlanDrawing.Standalone)] = true,
                }
            )
            : null;

    private async Task<string> Rendered<T>(Dictionary<string, object?> parameters)
        where T : IComponent
    {
        await using var renderer = new HtmlRenderer(services, loggers);
        return await renderer.Dispatcher.InvokeAsync(async () =>
            (await renderer.RenderComponentAsync<T>(ParameterView.FromDictionary(parameters))).ToHtmlString()
        );
    }

    /// <summary>Firm and property at the foot of each page, and whether it is signed.</summary>
    private static string Footer(ReportModel model, string? document = null) =>
        $"@page{{@bottom-left{{content:\"{Quoted($"{model.Firm} · {model.Visit.Property.Name} · {document ?? Standing(model)}")}\";font:8pt Atkinson,sans-serif;color:#45525c}}}}";

    /// <summary>The firm's own sheet and color. Both are held to their form where they are recorded; what is not of that form is left out.</summary>
    private static string FirmStyle(ReportModel model)
    {
        if (model.Visit.Letterhead is not { } own)
        {
            return "";
        }
        var paper = own.Paper == PaperSize.A4 ? "@page{size:A4}" : "";
        return Contrast.OnWhite(own.Color) >= Contrast.Readable
            ? $"{paper}.firm{{color:{own.Color}}}.verdict-box{{border-color:{own.Color}}}.num-of{{background:{own.Color}}}"
            : paper;
    }

    private static string Standing(ReportModel model) => model.Signed is { } signed ? $"version {signed.Version}" : "draft, not signed";

    /// <summary>As a string of a style sheet has it: nothing in a name ends the string, or the sheet.</summary>
    private static string Quoted(string text) =>
        string.Concat(
            text.Select(c =>
                char.IsControl(c) ? " "
                : c is '"' or '\\' or '<' or '>' ? $"\\{(int)c:x} "
                : $"{c}"
            )
        );

    private static string Style(string? nonce, string footer)
    {
        var with = nonce is null ? "" : $" nonce=\"{nonce}\"";
        return $"<style{with}>{Fonts}{Css}{footer}</style>";
    }

    private static string Face(int weight) =>
        $"@font-face{{font-family:Atkinson;font-weight:{weight};src:url(data:font/woff2;base64,{Convert.ToBase64String(Bytes($"atkinson-{weight}.woff2"))}) format('woff2')}}";

    private static string Text(string name) => System.Text.Encoding.UTF8.GetString(Bytes(name));

    private static byte[] Bytes(string name)
    {
        using var stream =
            typeof(ReportPages).Assembly.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"The report's {name} is not packed.");
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        return memory.ToArray();
    }
}
