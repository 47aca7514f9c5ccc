namespace Kalpa.Store.Photos;

/// <summary>A smaller copy of a picture, made again when deleted: upright, without position or other notes of the camera.</summary>
public enum Rendition
{
    Thumb,
    Report,
    Screen,
}

/// <summary>
/// Where a picture's bytes lie: <c>firm/ab/cd…</c>, renditions beside the original. What is made from the original and what stands in for it have
/// names of their own, so that one is never taken for the other.
/// </summary>
public sealed class PhotoFiles(DataFolder folder)
{
    /// <summary>Raised when sizes or quality change: renditions of the old recipe are not looked at any more.</summary>
    private const string Recipe = "r2";

    /// <summary>A JPEG that is whole ends with this marker.</summary>
    private static ReadOnlySpan<byte> EndOfImage => [0xFF, 0xD9];

    public string Original(Guid firmId, string sha256) => Path.Combine(Place(firmId, sha256), sha256);

    public string Of(Guid firmId, string sha256, Rendition rendition) =>
        Path.Combine(Place(firmId, sha256), $"{sha256}.{Recipe}.{Word(rendition)}.jpg");

    /// <summary>A rendition with what was done to the photo. <paramref name="edits"/> names the edits; what is made from a stand-in gives way to what is made from the original.</summary>
    public string Edited(Guid firmId, string sha256, Rendition rendition, string edits, bool fromOriginal) =>
        Path.Combine(Place(firmId, sha256), $"{sha256}.{Recipe}.{edits}{(fromOriginal ? "" : ".stand-in")}.{Word(rendition)}.jpg");

    public string StandIn(Guid firmId, string sha256, Rendition rendition) =>
        Path.Combine(Place(firmId, sha256), $"{sha256}.stand-in.{Word(rendition)}.jpg");

    /// <summary>Renditions as earlier versions named them: what stands in for an original that has not come may still lie there.</summary>
    public string Earlier(Guid firmId, string sha256, Rendition rendition) =>
        Path.Combine(Place(firmId, sha256), $"{sha256}.{Word(rendition)}.jpg");

    public string IncomingFolder => Path.Combine(folder.Photos, "incoming");

    public string DamagedFolder => Path.Combine(folder.Photos, "damaged");

    public string Incoming()
    {
        Directory.CreateDirectory(IncomingFolder);
        return Path.Combine(IncomingFolder, Path.GetRandomFileName());
    }

    /// <summary>Bytes of a sending that was cut off; it goes on where they end.</summary>
    public string Part(Guid firmId, string sha256)
    {
        Directory.CreateDirectory(IncomingFolder);
        return Path.Combine(IncomingFolder, $"{firmId:N}-{sha256}.part");
    }

    /// <summary>Where a damaged original is put aside: nothing is thrown away.</summary>
    public string Damaged(Guid firmId, string sha256)
    {
        Directory.CreateDirectory(DamagedFolder);
        return Path.Combine(DamagedFolder, $"{firmId:N}-{sha256}.{Path.GetRandomFileName()}");
    }

    public string Place(Guid firmId, string sha256) => Path.Combine(folder.Photos, firmId.ToString("N"), sha256[..2]);

    /// <summary>Removes what cut-off sendings left and nobody went on with; gives how many.</summary>
    public int SweepIncoming(DateTime nowUtc, TimeSpan loose, TimeSpan parts)
    {
        if (!Directory.Exists(IncomingFolder))
        {
            return 0;
        }
        var swept = 0;
        foreach (var file in new DirectoryInfo(IncomingFolder).EnumerateFiles())
        {
            var lasts = file.Extension == ".part" ? parts : loose;
            if (nowUtc - file.LastWriteTimeUtc > lasts)
            {
                file.Delete();
                swept++;
            }
        }
        return swept;
    }

    /// <summary>Whether a rendition is there to its last byte.</summary>
    public static bool IsWhole(string path)
    {
        var file = new FileInfo(path);
        if (!file.Exists || file.Length <= EndOfImage.Length)
        {
            return false;
        }
        using var stream = file.OpenRead();
        stream.Seek(-EndOfImage.Length, SeekOrigin.End);
        Span<byte> end = stackalloc byte[EndOfImage.Length];
        stream.ReadExactly(end);
        return end.SequenceEqual(EndOfImage);
    }

    private static string Word(Rendition rendition) => rendition.ToString().ToLowerInvariant();
}
