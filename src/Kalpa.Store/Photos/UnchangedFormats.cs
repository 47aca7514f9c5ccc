namespace Kalpa.Store.Photos;

/// <summary>
/// What is stored unchanged, without renditions: recordings of speech and video as browsers make them, and reports by others as PDF. Recognized by their first bytes.
/// </summary>
internal static class UnchangedFormats
{
    private static readonly string[] Mp4Brands = ["isom", "iso2", "iso4", "iso5", "iso6", "mp41", "mp42", "avc1", "M4A ", "M4V ", "qt  "];

    /// <summary>Null for bytes that are none of them.</summary>
    public static string? MediaType(ReadOnlySpan<byte> start)
    {
        // EBML header of Matroska and WebM.
        if (start.Length >= 4 && start[0] == 0x1A && start[1] == 0x45 && start[2] == 0xDF && start[3] == 0xA3)
        {
            return "video/webm";
        }
        if (start.StartsWith("%PDF-"u8))
        {
            return "application/pdf";
        }
        if (start.StartsWith("OggS"u8))
        {
            return "audio/ogg";
        }
        if (start.Length >= 12 && start[4..8].SequenceEqual("ftyp"u8))
        {
            return Mp4Brands.Contains(System.Text.Encoding.ASCII.GetString(start[8..12])) ? "video/mp4" : null;
        }
        return null;
    }
}
