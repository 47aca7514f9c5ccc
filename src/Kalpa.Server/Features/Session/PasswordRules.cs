using Kalpa.Store.Model;
using Microsoft.AspNetCore.Identity;

namespace Kalpa.Server.Features.Session;

/// <summary>
/// What a password may be besides long enough: not one of the common ones (a shipped list; those under the least length are left out of it), not one
/// sign or a keyboard run repeated, not made of the person's own name or address. Length counts more than kinds of signs, so no kinds are asked for.
/// </summary>
public sealed class PasswordRules : IPasswordValidator<Person>
{
    public const int LeastLength = 10;

    /// <summary>Fewer different signs than this make a pattern, not a password.</summary>
    private const int LeastDifferent = 5;

    /// <summary>A name shorter than this is found in many honest passwords.</summary>
    private const int ShortestName = 4;

    private static readonly Lazy<HashSet<string>> Common = new(ReadCommon);

    private static readonly string[] Runs = ["abcdefghijklmnopqrstuvwxyz", "01234567890", "qwertyuiop", "asdfghjkl", "zxcvbnm"];

    public Task<IdentityResult> ValidateAsync(UserManager<Person> manager, Person user, string? password)
    {
        var fault = Fault(password ?? "", [user.DisplayName, user.Email ?? ""]);
        return Task.FromResult(
            fault is null
                ? IdentityResult.Success
                : IdentityResult.Failed(new IdentityError { Code = "PasswordEasilyGuessed", Description = fault })
        );
    }

    /// <summary>What is wrong with a password, in words; null when it will do. Its length is checked elsewhere.</summary>
    public static string? Fault(string password, IReadOnlyList<string> about)
    {
        var plain = password.ToLowerInvariant();
        if (Common.Value.Contains(plain))
        {
            return "This password is among the most common ones. Choose another.";
        }
        if (plain.Distinct().Count() < LeastDifferent || IsRun(plain) || IsRepeated(plain))
        {
            return "This password is a simple pattern. Choose several words that do not belong together.";
        }
        var names = about
            .SelectMany(a => a.ToLowerInvariant().Split([' ', '@', '.'], StringSplitOptions.RemoveEmptyEntries))
            .Where(n => n.Length >= ShortestName);
        var without = names.Aggregate(plain, (left, name) => left.Replace(name, "", StringComparison.Ordinal));
        return without.Length < plain.Length && without.Length < LeastLength / 2
            ? "This password is mostly your own name or address. Choose another."
            : null;
    }

    private static bool IsRun(string plain)
    {
        var reversed = new string([.. plain.Reverse()]);
        return Runs.Select(run => run + run)
            .Any(run => run.Contains(plain, StringComparison.Ordinal) || run.Contains(reversed, StringComparison.Ordinal));
    }

    /// <summary>The same few signs again and again: <c>harborharbor</c>.</summary>
    private static bool IsRepeated(string plain) =>
        Enumerable
            .Range(1, plain.Length / 2)
            .Any(length => plain.Length % length == 0 && plain == string.Concat(Enumerable.Repeat(plain[..length], plain.Length / length)));

    private static HashSet<string> ReadCommon()
    {
        using var stream = typeof(PasswordRules).Assembly.GetManifestResourceStream("common-passwords.txt")!;
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries)];
    }
}
