using System.Reflection.Metadata;
using System.Reflection.Metadata.Ecma335;
using System.Reflection.PortableExecutable;
using Kalpa.Core.Assessing;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Answers;

/// <summary>
/// Every text the core can say, read from its assembly and held line by line: no word changes unseen, and whoever reads proof has them all in one file. Sentences with
/// figures in them appear as the pieces they are made of. A change that is meant is taken over with KALPA_APPROVE=1.
/// </summary>
public class HeldTextsTests
{
    [Fact]
    public void Every_text_is_as_it_was()
    {
        var file = Path.Combine(Repository.Root, "tests/Kalpa.Core.Tests/Answers/texts.txt");
        var now = Texts();
        if (Environment.GetEnvironmentVariable("KALPA_APPROVE") is { Length: > 0 })
        {
            File.WriteAllText(file, string.Join('\n', now) + '\n');
        }
        var held = File.ReadAllLines(file);
        now.Except(held).Select(t => $"new: {t}").Concat(held.Except(now).Select(t => $"gone: {t}")).ShouldBeEmpty();
    }

    /// <summary>Strings that somebody may read: with a letter and a space, each once, on one line; not those that records print themselves with.</summary>
    private static List<string> Texts()
    {
        using var assembly = new PEReader(File.OpenRead(typeof(Assessor).Assembly.Location));
        var reader = assembly.GetMetadataReader();
        var texts = new SortedSet<string>(StringComparer.Ordinal);
        for (var at = MetadataTokens.UserStringHandle(1); !at.IsNil; at = reader.GetNextHandle(at))
        {
            var text = reader.GetUserString(at);
            if (text.Any(char.IsLetter) && text.Contains(' ', StringComparison.Ordinal) && !text.EndsWith(" = ", StringComparison.Ordinal))
            {
                texts.Add(text.Replace("\n", "\\n", StringComparison.Ordinal));
            }
        }
        return [.. texts];
    }
}
