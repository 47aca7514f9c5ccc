using System.Diagnostics;

namespace Kalpa.Server.Tests;

/// <summary>What a PDF says.</summary>
internal static class Pdf
{
    /// <summary>Text of the PDF by an independent reader, without blanks: line breaks fall where they like.</summary>
    public static async Task<string> TextOf(byte[] pdf) => Squeezed(await Read(pdf));

    /// <summary>The same, page by page.</summary>
    public static async Task<IReadOnlyList<string>> PagesOf(byte[] pdf) =>
        [.. (await Read(pdf)).TrimEnd('\f', '\n').Split('\f').Select(Squeezed)];

    private static async Task<string> Read(byte[] pdf)
    {
        var file = Path.GetTempFileName();
        await File.WriteAllBytesAsync(file, pdf);
        using var reader = Process.Start(new ProcessStartInfo("pdftotext", [file, "-"]) { RedirectStandardOutput = true })!;
        var text = await reader.StandardOutput.ReadToEndAsync();
        await reader.WaitForExitAsync();
        File.Delete(file);
        return text;
    }

    public static string Squeezed(string text) => string.Concat(text.Where(c => !char.IsWhiteSpace(c)));
}
