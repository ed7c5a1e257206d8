using Juvenal.Core.Troubles;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;

namespace Juvenal.Web.Troubles;

/// <summary>Something that can be wrong to see.</summary>
public sealed record SignName(Sign Sign, string Title);

/// <summary>A look: yes or no.</summary>
public sealed record Said(Question Question, bool Yes);

/// <summary>What is seen, and what was looked at.</summary>
public sealed record SignQuestion(Sign Sign, IReadOnlyList<Said>? Answers = null);

/// <summary>What to look at next.</summary>
/// <param name="Yes">What was said; null: not yet.</param>
public sealed record AskAnswer(Question Question, string Text, bool? Yes);

/// <summary>A cause, with what speaks for and against it.</summary>
/// <param name="How">likely, possible, less likely; in words.</param>
/// <param name="Rank">By that: the first is the likeliest.</param>
/// <param name="For">In sentences, without a full stop.</param>
/// <param name="Against">The same.</param>
/// <param name="Asks">What only a look can tell.</param>
/// <param name="Do">What to do about it.</param>
public sealed record CauseAnswer(
    string Title,
    Likelihood Rank,
    string How,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    IReadOnlyList<AskAnswer> Asks,
    string Do
);

/// <summary>Likely causes of a sign; never one certain answer.</summary>
/// <param name="Title">What is seen.</param>
/// <param name="Tells">The look that tells the two best apart; null where none is left, or they are apart.</param>
public sealed record SignAnswer(string Title, IReadOnlyList<CauseAnswer> Causes, AskAnswer? Tells);

/// <summary>What was seen on a batch.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Sign">Null: words alone.</param>
/// <param name="Words">The grower's own, up to 500 characters.</param>
/// <param name="Answers">What was looked at.</param>
/// <param name="On">The day it was seen; null: today.</param>
public sealed record NoteInput(Guid Id, Sign? Sign = null, string? Words = null, IReadOnlyList<Said>? Answers = null, DateOnly? On = null);

/// <summary>How it is by now.</summary>
/// <param name="Id">Made by the client.</param>
public sealed record NoteLookInput(Guid Id, NoteHow How);

/// <summary>A note, as a batch shows it.</summary>
/// <param name="Title">The sign in words; null: words alone.</param>
/// <param name="Open">It is asked after.</param>
public sealed record NoteAnswer(
    Guid Id,
    Sign? Sign,
    string? Title,
    string Words,
    DateOnly On,
    string? By,
    bool Open,
    IReadOnlyList<NoteLook> Looks,
    IReadOnlyList<Said> Answers
);

/// <summary>A trouble that the Round asks after, where the batch stands.</summary>
/// <param name="Text">“Lower leaves yellow since Tue 14 Apr; better on Thu 16 Apr”</param>
/// <param name="Ask">Today; a day or two after a look it is not asked again.</param>
/// <param name="Look">Today's, which can be taken back; null: none.</param>
/// <param name="How">What that said.</param>
public sealed record TroubleAnswer(
    Guid Note,
    Guid BatchId,
    string Code,
    string Cultivar,
    Core.Cultivars.Crop Crop,
    IReadOnlyList<Guid> Places,
    string Text,
    bool Ask,
    Guid? Look,
    NoteHow? How
);

internal static class TroubleAnswers
{
    public static async Task<SignAnswer> OfAsync(
        NurseryTransaction reading,
        Guid id,
        SignQuestion asked,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!Enum.IsDefined(asked.Sign))
            throw new RefusedException(new Core.Measures.Failure("not-chosen", "sign"));
        var answers = Answers(asked.Answers);
        var batch = await new BatchReader(reading).OneAsync(id, cancel);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var known = await new EvidenceStore(reading).OfAsync(batch, catalogue, cancel);
        var ranked = Diagnosis.Of(asked.Sign, known, answers);
        var measures = new Measures(catalogue.Site.UsUnits);
        return new(
            TroubleWords.Of(asked.Sign),
            [
                .. ranked.Select(r => new CauseAnswer(
                    TroubleWords.Of(r.Cause),
                    r.How,
                    TroubleWords.Of(r.How),
                    [.. r.Clues.Where(c => c.Weight > 0).Select(c => TroubleWords.Of(c, batch.Crop, measures))],
                    [.. r.Clues.Where(c => c.Weight < 0).Select(c => TroubleWords.Of(c, batch.Crop, measures))],
                    [.. Diagnosis.Asks(r.Cause).Select(a => Ask(a.Question))],
                    TroubleWords.Do(r.Cause, batch.Crop, measures)
                )),
            ],
            Diagnosis.Tells(ranked) is { } tells ? Ask(tells) : null
        );

        AskAnswer Ask(Question question) =>
            new(question, TroubleWords.Of(question), answers.TryGetValue(question, out var yes) ? yes : null);
    }

    public static Dictionary<Question, bool> Answers(IReadOnlyList<Said>? said)
    {
        var answers = new Dictionary<Question, bool>();
        foreach (var (question, yes) in said ?? [])
        {
            if (!Enum.IsDefined(question) || !answers.TryAdd(question, yes))
                throw new RefusedException(new Core.Measures.Failure("not-chosen", "answers"));
        }

        return answers;
    }

    public static NoteAnswer Of(NoteRow note) =>
        new(
            note.Id,
            note.Sign,
            note.Sign is { } sign ? TroubleWords.Of(sign) : null,
            note.Words,
            note.On,
            note.By,
            note.Open,
            note.Looks,
            [.. note.Answers.Select(a => new Said(a.Key, a.Value))]
        );

    public static async Task<IReadOnlyList<TroubleAnswer>> OpenAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    ) =>
        [
            .. from open in await new NoteStore(reading).OpenAsync(cancel)
            let cultivar = catalogue.Cultivars[open.CultivarId]
            let today = open.Note.Looks.LastOrDefault(l => l.On == catalogue.Today)
            select new TroubleAnswer(
                open.Note.Id,
                open.Note.BatchId,
                open.Code,
                cultivar.Name,
                cultivar.Crop,
                open.Places,
                TroubleWords.Since(open.Note),
                open.Note.SeenOn <= catalogue.Today.AddDays(-Diagnosis.AskAgainDays),
                today?.Id,
                today?.How
            ),
        ];
}
