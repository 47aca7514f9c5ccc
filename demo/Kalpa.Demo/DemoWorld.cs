using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Photos;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Demo;

/// <summary>Settles the made-up firm of Saltmere, its people, properties and photos into an empty data folder, by the same way in as anybody's facts.</summary>
public sealed class DemoWorld(
    KalpaDb db,
    UserManager<Person> people,
    FactLog log,
    PhotoIntake photos,
    RuleBook book,
    KalpaSettings settings
) : IFirstData
{
    public const string Password = "harbour-light-7";

    public Guid FirmId { get; } = DemoIds.Of("firm");

    /// <summary>When the demo's facts say they were recorded.</summary>
    private static readonly DateTimeOffset Recorded = new(2026, 9, 16, 16, 0, 0, TimeSpan.Zero);

    private static readonly (string Email, string Name, string Role)[] Staff =
    [
        ("marit@saltmere.example", "Marit Quillon", "Inspector"),
        ("osric@saltmere.example", "Osric Fennimore", "Inspector and office"),
    ];

    /// <summary>False where it has been settled before.</summary>
    public async Task<bool> Settle(CancellationToken cancel)
    {
        if (await db.Firms.AnyAsync(f => f.Id == FirmId, cancel))
        {
            return false;
        }
        db.Firms.Add(new Firm { Id = FirmId, Name = "Saltmere Roof Survey" });
        await db.SaveChangesAsync(cancel);
        foreach (var (email, name, role) in Staff)
        {
            await Hire(email, name, role);
        }
        var sender = new Sender(FirmId, DemoIds.Of(Staff[0].Email), Recorded);
        foreach (
            var facts in new[]
            {
                PilotHouse.Facts(),
                Schoolhouse.Facts(),
                ChandlersShop.Facts(),
                FerryOffice.Facts(),
                CoopersYard.Facts(),
                NetLoft.Facts(),
            }
        )
        {
            await Record(facts, settings.DemoPhotos, sender, cancel);
        }
        return true;
    }

    private async Task Hire(string email, string name, string role)
    {
        var made = await people.CreateAsync(
            new Person
            {
                Id = DemoIds.Of(email),
                FirmId = FirmId,
                UserName = email,
                Email = email,
                DisplayName = name,
                Role = role,
                IsDemo = true,
            },
            Password
        );
        if (!made.Succeeded)
        {
            throw new InvalidOperationException(string.Join(" ", made.Errors.Select(e => e.Description)));
        }
    }

    private async Task Record(DemoFacts facts, string photoFolder, Sender sender, CancellationToken cancel)
    {
        foreach (var photo in facts.Photos)
        {
            await using var file = File.OpenRead(Path.Combine(photoFolder, photo.File));
            var blob = await photos.Take(file, sender, cancel);
            facts.Add(FactKind.Photo, photo.Fact(blob.Sha256));
        }
        var changes = facts.Facts.Select(f => Change(f.Kind, f.Fact)).ToList();
        var receipts = await log.Accept(new FactChanges(changes), sender, book, cancel);
        var refused = receipts.Receipts.FirstOrDefault(r => r.Outcome != ChangeOutcome.Accepted);
        if (refused is not null)
        {
            throw new InvalidOperationException(
                $"A demo fact was {refused.Outcome}: {string.Join(" ", refused.Problems.Select(p => p.Text))}"
            );
        }
    }

    private static FactChange Change(FactKind kind, IFact fact) =>
        new(
            DemoIds.Of($"request/{fact.Id}"),
            fact.Id,
            kind,
            null,
            Recorded,
            "demo",
            FactChange.CurrentContractVersion,
            false,
            JsonSerializer.SerializeToElement(fact, fact.GetType(), KalpaJson.Default)
        );
}
