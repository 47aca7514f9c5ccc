namespace Kalpa.Store.Photos;

/// <summary>Why a file was not taken as a photo: a stable code and what to do. Nothing of it is kept.</summary>
public sealed class PhotoException : Exception
{
    private PhotoException(string code, string message)
        : base(message) => Code = code;

    public string Code { get; }

    public static PhotoException Empty() => new("photo.empty", "The file is empty (0 bytes). Take or choose the photo again.");

    public static PhotoException TooLarge(long limit) =>
        new("photo.too-large", $"The file is over {limit / 1_000_000} MB. Send it from the camera at a smaller size.");

    public static PhotoException Heic() =>
        new(
            "photo.heic",
            "This is a HEIC picture, which Kalpa does not read. Set the camera to “Most compatible” (JPEG), or export it as JPEG."
        );

    public static PhotoException NotAPicture() => new("photo.not-a-picture", "This file is not a JPEG, PNG or WebP picture.");

    public static PhotoException Damaged() => new("photo.damaged", "The picture is cut off or damaged. Copy it from the camera again.");

    public static PhotoException HashDiffers() =>
        new("photo.hash-differs", "The bytes that arrived are not those that were announced. They were put aside; send them again.");

    /// <summary>The one that passes by itself.</summary>
    public const string BusyCode = "photo.busy";

    public static PhotoException Busy() => new(BusyCode, "The same bytes are being sent from elsewhere. Try again in a moment.");

    public static PhotoException TooManyPixels(long pixels) =>
        new("photo.too-many-pixels", $"The picture would unfold to {pixels / 1_000_000:N0} million pixels. Send it at a smaller size.");
}
