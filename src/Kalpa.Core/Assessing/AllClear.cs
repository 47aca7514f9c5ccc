using Kalpa.Core.Coverage;

namespace Kalpa.Core.Assessing;

/// <summary>What may be said where no work is listed: an all-clear is given only of what was inspected, and only where all of it was assessed.</summary>
internal static class AllClear
{
    public static string Words(CoverageAnswer coverage, int findings, string notAssessed) =>
        notAssessed.Length > 0 ? $"No repairs are listed. {notAssessed}"
        : coverage.Looked == 0 && findings == 0 ? "Not inspected."
        : coverage.Left.Count + coverage.Limitations.Count > 0 ? "No defects needing repair were observed in the places inspected."
        : "No defects needing repair were observed.";

    /// <summary>What was recorded and could not be assessed, in sentences; empty where everything was. It forbids any all-clear.</summary>
    public static string NotAssessed(int findings, int unread)
    {
        string[] sentences =
        [
            findings switch
            {
                <= 0 => "",
                1 => "1 finding was recorded but not assessed.",
                _ => $"{findings} findings were recorded but not assessed.",
            },
            unread switch
            {
                <= 0 => "",
                1 => "1 saved record could not be read.",
                _ => $"{unread} saved records could not be read.",
            },
        ];
        return string.Join(' ', sentences.Where(sentence => sentence.Length > 0));
    }
}
