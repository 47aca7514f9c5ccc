namespace Kalpa.Core.Facts;

/// <summary>Whether a photo, and what was done to it, can be recorded at all.</summary>
internal static class PhotoChecks
{
    /// <summary>Fractions of a crop add up to one but for rounding.</summary>
    private const double CropSlack = 1e-9;

    public static void Of(PhotoFact photo, FactChecks.Found found)
    {
        found.If(!FactChecks.IsSha256(photo.Sha256), "photo.bad-hash", "The photo's bytes must be named by their SHA-256.");
        found.Text(photo.Caption, photo.Station ?? "");
        PlanChecks.Spot(photo.Spot, found);
        Edits(photo.Edits, found);
    }

    private static void Edits(PhotoEdits? edits, FactChecks.Found found)
    {
        if (edits is null)
        {
            return;
        }
        found.Count(edits.Marks, PhotoEdits.MostMarks);
        found.If(
            !edits.Marks.All(m => IsShare(m.X) && IsShare(m.Y) && IsShare(m.ToX) && IsShare(m.ToY)),
            "photo.mark-outside",
            "A mark lies on the photo: its points are fractions from 0 to 1."
        );
        found.If(
            edits.Marks.Any(m => m.Kind == PhotoMarkKind.Number && m.Number is < 1 or > PhotoEdits.MostNumber),
            "photo.bad-number",
            $"A number on a photo is 1 to {PhotoEdits.MostNumber}."
        );
        found.If(
            !(Math.Abs(edits.TurnDegrees) <= PhotoEdits.MostTurnDegrees),
            "photo.bad-turn",
            $"A photo is straightened by up to {PhotoEdits.MostTurnDegrees} degrees."
        );
        found.If(
            edits.Crop is { } crop
                && !(
                    IsShare(crop.X)
                    && IsShare(crop.Y)
                    && crop.Width >= PhotoEdits.SmallestCrop
                    && crop.Height >= PhotoEdits.SmallestCrop
                    && crop.X + crop.Width <= 1 + CropSlack
                    && crop.Y + crop.Height <= 1 + CropSlack
                ),
            "photo.bad-crop",
            "A photo is cropped to a part of it, at least a twentieth of its width and height."
        );
    }

    private static bool IsShare(double share) => share is >= 0 and <= 1;
}
