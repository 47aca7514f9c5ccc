using System.Text;
using System.Text.Encodings.Web;
using Kalpa.Samples.Written;

namespace Kalpa.Bench;

/// <summary>A page to read: what was written by hand beside what is composed from the same facts.</summary>
internal static class ReviewPage
{
    public static async Task Write(string file)
    {
        var html = HtmlEncoder.Default;
        var page = new StringBuilder(
            """
            <!doctype html>
            <html lang="en">
            <meta charset="utf-8">
            <title>Kalpa: written and composed</title>
            <style>
            body { font: 16px/1.45 system-ui, sans-serif; margin: 2rem auto; max-width: 72rem; padding: 0 1rem; color: #1d2329; }
            table { border-collapse: collapse; width: 100%; }
            td, th { border-top: 1px solid #c9cfd4; padding: .6rem .8rem; text-align: left; vertical-align: top; width: 50%; }
            caption { color: #4a545c; font-size: .85rem; padding-top: 1rem; text-align: left; }
            </style>
            <h1>Written and composed</h1>
            <p>Left: written by hand as an inspector would. Right: what Kalpa composes from the same facts.</p>

            """
        );
        foreach (var kind in WrittenTexts.All().GroupBy(t => t.Kind))
        {
            page.AppendLine($"<h2>{kind.Count()} {kind.Key switch { "finding" => "findings", "job" => "jobs", _ => "summaries" }}</h2>");
            foreach (var text in kind)
            {
                page.AppendLine(
                    $"<table><caption>{html.Encode(text.About)}</caption><tr><td>{html.Encode(text.Written)}</td><td>{html.Encode(text.Composed)}</td></tr></table>"
                );
            }
        }
        await File.WriteAllTextAsync(file, page.ToString());
    }
}
