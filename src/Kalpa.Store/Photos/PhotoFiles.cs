namespace Kalpa.Store.Photos;

/// <summary>A smaller copy of a picture, made again when deleted: upright, without position or other notes of the camera.</summary>
public enum Rendition
{
    Thumb,
    Report,
    Screen,
}

/// <summary>Where a picture's bytes lie: <c>firm/ab/cd…</c>, renditions beside the original.</summary>
public sealed class PhotoFiles(DataFolder folder)
{
    public string Original(Guid firmId, string sha256) => Path.Combine(Place(firmId, sha256), sha256);

    public string Of(Guid firmId, string sha256, Rendition rendition) =>
        Path.Combine(Place(firmId, sha256), $"{sha256}.{rendition.ToString().ToLowerInvariant()}.jpg");

    public string Incoming()
    {
        var place = Path.Combine(folder.Photos, "incoming");
        Directory.CreateDirectory(place);
        return Path.Combine(place, Path.GetRandomFileName());
    }

    /// <summary>Bytes of a sending that was cut off; it goes on where they end.</summary>
    public string Part(Guid firmId, string sha256)
    {
        var place = Path.Combine(folder.Photos, "incoming");
        Directory.CreateDirectory(place);
        return Path.Combine(place, $"{firmId:N}-{sha256}.part");
    }

    public string Place(Guid firmId, string sha256) => Path.Combine(folder.Photos, firmId.ToString("N"), sha256[..2]);
}
