using System.Net;
using System.Net.Http.Json;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.NewWork;
using Kalpa.Samples;
using Kalpa.Server.Features.Links;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Tests;

/// <summary>A crew's link opens its own list and nothing else.</summary>
public sealed class PunchTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private readonly TestRoof roof = new();
    private Inspector tess = null!;
    private PunchItemFact item = null!;
    private PunchItemFact ofOthers = null!;

    public async ValueTask InitializeAsync()
    {
        tess = await server.FirstInspector();
        await tess.Send(roof.Changes);
        item = Item("Crew 1");
        ofOthers = Item("Crew 2");
        await tess.Send(Inspector.Change(FactKind.PunchItem, item), Inspector.Change(FactKind.PunchItem, ofOthers));
    }

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task The_crew_sees_its_items_sends_a_photo_and_says_fixed_and_the_inspector_accepts()
    {
        var link = await MakeLink();
        var crew = server.CreateClient();
        var list = (await crew.GetFromJsonAsync<CrewList>($"/api{link.Path}", Inspector.Json))!;
        list.Items.ShouldHaveSingleItem().Item.ItemId.ShouldBe(item.Id);

        var sha256 = await SendPhoto(crew, link);
        var reply = new CrewReply(Guid.CreateVersion7(), "Jonna", "remade", sha256);
        var path = $"/api{link.Path}/items/{item.Id}/fixed";
        (await crew.PostAsJsonAsync(path, reply, Inspector.Json)).StatusCode.ShouldBe(HttpStatusCode.OK);
        // Sent twice by a weak connection: once.
        (await crew.PostAsJsonAsync(path, reply, Inspector.Json)).StatusCode.ShouldBe(HttpStatusCode.OK);

        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        var punch = visit.Roofs[0].Assessment.NewWork!.Punch.Single(p => p.ItemId == item.Id);
        (punch.State, punch.StateWords).ShouldBe((PunchState.Fixed, "Marked fixed by Jonna: to be reviewed"));
        visit.Roofs[0].Facts.Records!.PunchReplies.ShouldHaveSingleItem();
        var decision = new PunchDecisionFact(
            Guid.CreateVersion7(),
            roof.Visit.Id,
            item.Id,
            punch.ReplyId!.Value,
            true,
            "",
            "Tess",
            DateTimeOffset.UtcNow
        );
        await tess.Send(Inspector.Change(FactKind.PunchDecision, decision));
        list = (await crew.GetFromJsonAsync<CrewList>($"/api{link.Path}", Inspector.Json))!;
        list.Items[0].Item.State.ShouldBe(PunchState.Accepted);
        (await crew.GetAsync($"/api{link.Path}/photos/{sha256}")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task The_link_opens_nothing_of_another_crew_and_no_other_picture()
    {
        var link = await MakeLink();
        var crew = server.CreateClient();
        var sha256 = await SendPhoto(crew, link);
        var reply = new CrewReply(Guid.CreateVersion7(), "Jonna", "", sha256);
        (await crew.PostAsJsonAsync($"/api{link.Path}/items/{ofOthers.Id}/fixed", reply, Inspector.Json)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        // Sent, but of no item yet.
        (await crew.GetAsync($"/api{link.Path}/photos/{sha256}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await crew.GetAsync($"/api/visits/{roof.Visit.Id}")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
    }

    [Fact]
    public async Task A_reply_without_its_photo_is_refused()
    {
        var link = await MakeLink();
        var reply = new CrewReply(Guid.CreateVersion7(), "Jonna", "", new string('b', 64));
        var answer = await server.CreateClient().PostAsJsonAsync($"/api{link.Path}/items/{item.Id}/fixed", reply, Inspector.Json);
        (await answer.Code()).ShouldBe("punch.no-photo");
    }

    [Fact]
    public async Task A_link_taken_back_a_guessed_one_and_one_that_ran_out_open_nothing()
    {
        var link = await MakeLink();
        var crew = server.CreateClient();
        (await crew.GetAsync("/api/crew/0123456789abcdef")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await tess.Http.DeleteAsync($"/api/punch-links/{link.Id}")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await crew.GetAsync($"/api{link.Path}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await tess.Get<IReadOnlyList<PunchLinkAnswer>>($"/api/visits/{roof.Visit.Id}/punch-links"))
            .ShouldHaveSingleItem()
            .Path.ShouldBeNull();
        var forever = await tess.Post($"/api/visits/{roof.Visit.Id}/punch-links", new PunchLinkRequest("Crew 1", 4_000));
        (await forever.Code()).ShouldBe("punch.bad-link");
    }

    [Theory]
    [InlineData(SharedLinks.MostReplies - 1, 0, 0, false, true)]
    [InlineData(SharedLinks.MostReplies, 0, 0, false, false)]
    [InlineData(0, SharedLinks.MostPhotos - 1, 0, true, true)]
    [InlineData(0, SharedLinks.MostPhotos, 0, true, false)]
    [InlineData(0, 0, SharedLinks.MostPhotoBytes - 1, true, true)]
    [InlineData(0, 0, SharedLinks.MostPhotoBytes, true, false)]
    public async Task A_link_takes_so_many_replies_and_photos_and_no_more(int replies, int photos, long bytes, bool sendsPhoto, bool taken)
    {
        var link = await MakeLink();
        var crew = server.CreateClient();
        var sha256 = await SendPhoto(crew, link);
        await server.InStore(
            (_, db) =>
                db.SharedLinks.ExecuteUpdateAsync(set =>
                    set.SetProperty(l => l.Replies, replies).SetProperty(l => l.Photos, photos).SetProperty(l => l.PhotoBytes, bytes)
                )
        );
        var answer = sendsPhoto
            ? await crew.PostAsync(
                $"/api{link.Path}/photos",
                new Bytes(await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "demo/photos/attic-stain.jpg")))
            )
            : await crew.PostAsJsonAsync(
                $"/api{link.Path}/items/{item.Id}/fixed",
                new CrewReply(Guid.CreateVersion7(), "Jonna", "", sha256),
                Inspector.Json
            );
        answer.StatusCode.ShouldBe(taken ? HttpStatusCode.OK : HttpStatusCode.TooManyRequests);
        if (!taken)
        {
            (await answer.Code()).ShouldBe("punch.link-full");
        }
    }

    private async Task<PunchLinkAnswer> MakeLink()
    {
        var response = await tess.Post($"/api/visits/{roof.Visit.Id}/punch-links", new PunchLinkRequest("Crew 1", 30));
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<PunchLinkAnswer>(Inspector.Json))!;
    }

    private static async Task<string> SendPhoto(HttpClient crew, PunchLinkAnswer link)
    {
        await using var file = File.OpenRead(Path.Combine(Repository.Root, "demo/photos/drip-edge.jpg"));
        using var body = new StreamContent(file);
        body.Headers.ContentType = new("application/octet-stream");
        var response = await crew.PostAsync($"/api{link.Path}/photos", body);
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!.Sha256;
    }

    private PunchItemFact Item(string crew) =>
        new(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, roof.Slope.Id, "Lap short", "Remake", crew, null, true);
}
