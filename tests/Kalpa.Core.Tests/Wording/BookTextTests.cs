using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Wording;

/// <summary>Every text of the rule book that a person reads.</summary>
public class BookTextTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static IEnumerable<(string Where, string Text)> Texts() =>
        Book
            .Conditions.SelectMany(c =>
                new[] { c.Name, c.Sees, c.Observed, c.Check, c.Meaning, c.Remedy.Title, c.Remedy.NotARepair, c.Caution }
                    .Concat(c.Remedy.Steps)
                    .Concat(c.LookAlikes ?? [])
                    .Concat(c.Causes ?? [])
                    .Concat(c.Shots ?? [])
                    .Concat((c.Follows ?? []).Select(f => f.Text))
                    .Select(text => (c.Code, text))
            )
            .Concat(Book.Limits.SelectMany(l => new[] { (l.Id, l.Why), (l.Id, l.Source) }))
            .Concat(Book.Quantities.SelectMany(q => new[] { (q.Id, q.Name), (q.Id, q.HowToMeasure) }))
            .Concat(
                Book.Decisions.SelectMany(d =>
                    new[] { d.Matter, d.Ask, d.Settle }
                        .Concat(d.Options.Select(o => o.Words))
                        .Concat(d.Views.SelectMany(v => new[] { v.Words, v.Remedy }.Concat(v.Steps ?? [])))
                        .Select(text => (d.Key, text))
                )
            )
            .Concat(
                Book.Combinations.SelectMany(c =>
                    new[] { c.Name, c.Means, c.Settle, c.Remedy }.Concat(c.Steps ?? []).Select(text => (c.Id, text))
                )
            )
            .Concat(Book.CoveringRemedies.SelectMany(r => r.Steps.Append(r.Title).Append(r.NotARepair ?? "").Select(text => (r.Key, text))))
            .Concat(Book.Holds.Select(h => (h.Key, h.Words)))
            .Concat(Book.Questions.SelectMany(q => q.Options.Select(o => o.Words).Prepend(q.Text).Select(text => (q.Key, text))))
            .Concat(Book.Stations.SelectMany(s => new[] { s.Name, s.LookFor, s.Caution ?? "" }.Select(text => (s.Key, text))));

    [Fact]
    public void Every_text_of_the_book_is_plain_american_english() =>
        Texts().SelectMany(t => PlainEnglish.Faults(t.Text).Select(f => $"{t.Where}: {f}: {t.Text}")).ShouldBeEmpty();

    /// <summary>What a defect means is conditional, or inferred in so many words: nobody has seen the harm.</summary>
    [Fact]
    public void No_meaning_states_a_harm_as_if_it_had_been_seen() =>
        Book
            .Conditions.Select(c => (Where: c.Code, Text: c.Meaning))
            .Concat(Book.Combinations.Select(c => (Where: c.Id, Text: c.Means)))
            .SelectMany(t => PlainEnglish.HarmsNobodySaw(t.Text).Select(f => $"{t.Where}: {f}: {t.Text}"))
            .ShouldBeEmpty();

    /// <summary>The sentence of a report is one sentence in the past tense.</summary>
    [Fact]
    public void What_was_observed_is_said_in_the_past_tense()
    {
        string[] past =
        [
            " was ",
            " were ",
            " had ",
            " did ",
            " ended ",
            " gave ",
            " lapped ",
            " lifted ",
            " extended ",
            " reached ",
            " ran ",
            " stood ",
        ];
        string[] other =
        [
            " opened ",
            " covered ",
            " surrounded ",
            " entered ",
            " drained ",
            " bridged ",
            " touched ",
            " leaked",
            " sagged ",
            " hid ",
            " showed ",
            " suggested ",
            " lay ",
            " faced ",
            " broke ",
            " flaked ",
            " leaned ",
            " stopped ",
        ];
        foreach (var condition in Book.Conditions)
        {
            past.Concat(other).Any(verb => condition.Observed.Contains(verb, StringComparison.Ordinal)).ShouldBeTrue(condition.Observed);
            condition.Observed.ShouldEndWith(".");
            condition.Observed.TrimEnd('.').ShouldNotContain(". ");
        }
    }

    /// <summary>A title is a verb with its object, short enough to stand on one line of a phone.</summary>
    [Fact]
    public void A_remedy_is_named_by_a_verb_and_its_object()
    {
        foreach (var condition in Book.Conditions)
        {
            condition.Remedy.Title.Split(' ').Length.ShouldBeGreaterThan(1, condition.Remedy.Title);
            condition.Remedy.Title.Length.ShouldBeLessThan(70, condition.Remedy.Title);
            condition.Remedy.Title.ShouldNotEndWith(".");
            condition.Name.ShouldNotEndWith(".");
        }
    }
}
