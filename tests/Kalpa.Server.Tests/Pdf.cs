using System.Diagnostics;

namespace Kalpa.Server.Tests;

/// <summary>What a PDF says.</summary>
internal static class Pdf
{
    /// <summary>Text of the PDF by an independent reader, without blanks: line breaks fall where they like.</summary>
    public static async Task<string> TextOf(byte[] pdf)
    {
        var file = Path.GetTempFileName();
        await File.WriteAllBytesAsync(file, pdf);
        using var reader = Process.Start(new ProcessStartInfo("pdftotext", [file, "-"]) { RedirectStandardOutput = true })!;
        var text = await reader.StandardOutput.ReadToEndAsync();
        await reader.WaitForExitAsync();
        File.Delete(file);
        return Squeezed(text);
    }

    public static string Squeezed(string text) => string.Concat(text.Where(c => !char.IsWhiteSpace(c)));
}
