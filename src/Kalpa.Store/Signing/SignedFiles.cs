using System.Security.Cryptography;
using Kalpa.Store.Model;
using Kalpa.Store.Writing;

namespace Kalpa.Store.Signing;

/// <summary>The kinds of file that a signed report is made of.</summary>
public enum SignedFile
{
    /// <summary>Facts and conclusions, as JSON.</summary>
    Data,
    Page,
    Pdf,
    Picture,
}

/// <summary>
/// Files of signed reports: <c>signed/firm/HASH.extension</c>, each named by the SHA-256 of its bytes. They are written once and never changed; two reports that show
/// one picture share its file.
/// </summary>
public sealed class SignedFiles(DataFolder folder)
{
    private const UnixFileMode ReadByOwner = UnixFileMode.UserRead;

    public string Path(Guid firmId, string sha256, SignedFile kind) =>
        System.IO.Path.Combine(folder.Signed, firmId.ToString("N"), $"{sha256}.{Extension(kind)}");

    /// <summary>Writes a file and gives its hash; one that lies there already is left as it is.</summary>
    public async Task<string> Write(Guid firmId, byte[] bytes, SignedFile kind, CancellationToken cancel)
    {
        var sha256 = Convert.ToHexStringLower(SHA256.HashData(bytes));
        var path = Path(firmId, sha256, kind);
        if (!File.Exists(path))
        {
            await DurableFiles.Write(path, bytes, cancel);
            if (!OperatingSystem.IsWindows())
            {
                File.SetUnixFileMode(path, ReadByOwner);
            }
        }
        return sha256;
    }

    /// <summary>The bytes under a hash; null where they are gone or are no longer those that were signed.</summary>
    public async Task<byte[]?> Read(Guid firmId, string sha256, SignedFile kind, CancellationToken cancel)
    {
        var path = Path(firmId, sha256, kind);
        if (!File.Exists(path))
        {
            return null;
        }
        var bytes = await File.ReadAllBytesAsync(path, cancel);
        return Convert.ToHexStringLower(SHA256.HashData(bytes)) == sha256 ? bytes : null;
    }

    /// <summary>All files that a signed report stands on.</summary>
    public static IEnumerable<(string Sha256, SignedFile Kind)> Of(SignedReport report) =>
        new[] { (report.DataSha256, SignedFile.Data), (report.HtmlSha256, SignedFile.Page), (report.PdfSha256, SignedFile.Pdf) }
            .Where(f => f.Item1.Length > 0)
            .Concat(PicturesOf(report).Select(p => (p, SignedFile.Picture)));

    public static IReadOnlyList<string> PicturesOf(SignedReport report) =>
        report.Pictures.Split(' ', StringSplitOptions.RemoveEmptyEntries);

    private static string Extension(SignedFile kind) =>
        kind switch
        {
            SignedFile.Data => "json",
            SignedFile.Page => "html",
            SignedFile.Pdf => "pdf",
            _ => "jpg",
        };
}
