using Juvenal.Core.Measures;
using Juvenal.Core.Troubles;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>How what was noted is by now.</summary>
public enum NoteHow
{
    Still,
    Better,

    /// <summary>Something was done about it.</summary>
    Treated,

    /// <summary>It is asked after no more.</summary>
    Gone,
}

/// <summary>A look at what was noted.</summary>
public sealed record NoteLook(Guid Id, NoteHow How, DateOnly On, string? By);

/// <summary>What was seen on a batch.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Sign">Null: words alone.</param>
/// <param name="Answers">What was looked at.</param>
/// <param name="On">The day it was seen.</param>
/// <param name="By">Who said so.</param>
/// <param name="WrittenAt">UTC.</param>
/// <param name="Looks">Since, the first first.</param>
public sealed record NoteRow(
    Guid Id,
    Guid BatchId,
    Sign? Sign,
    string Words,
    IReadOnlyDictionary<Question, bool> Answers,
    DateOnly On,
    string? By,
    DateTime WrittenAt,
    IReadOnlyList<NoteLook> Looks
)
{
    /// <summary>It is asked after: something is wrong to see, and nobody has said that it is gone.</summary>
    public bool Open => Sign is not null && Looks.All(l => l.How != NoteHow.Gone);

    /// <summary>The last time somebody looked.</summary>
    public DateOnly SeenOn => Looks.Count > 0 ? Looks[^1].On : On;
}

/// <summary>A note that is asked after, where its batch stands.</summary>
public sealed record OpenNote(NoteRow Note, string Code, Guid CultivarId, IReadOnlyList<Guid> Places);

/// <summary>What is seen on batches.</summary>
public sealed class NoteStore(NurseryTransaction nursery)
{
    /// <summary>Of the grower's own words.</summary>
    public const int LongestWords = 500;

    /// <summary>More than this nobody notes of one batch: a loop.</summary>
    public const int MostOfABatch = 500;

    private const string Columns = """
        n.id, n.batch_id, n.sign, n.words, n.answers, n.on_day, n.by_name, n.written_at,
          coalesce((
            select jsonb_agg(jsonb_build_object('id', l.id, 'how', l.how, 'on', l.on_day, 'by', l.by_name) order by l.on_day, l.written_at)
            from note_look l
            where l.nursery_id = n.nursery_id and l.note_id = n.id and not l.taken_back), '[]')
        """;

    private const string OfBatch = $"""
        -- What was noted of a batch, the last first.
        select {Columns}
        from note n
        where n.batch_id = $1
          and not n.taken_back
        order by n.on_day desc, n.written_at desc
        """;

    private const string AskedAfter = $"""
        -- What is wrong to see on batches that are not ended, and not gone.
        select {Columns}, b.code, b.cultivar_id,
          array(select distinct s.place_id from standing s where s.nursery_id = b.nursery_id and s.batch_id = b.id and s.seedlings > 0)
        from note n
        join batch b on b.nursery_id = n.nursery_id and b.id = n.batch_id and b.ended_on is null
        where n.sign is not null
          and not n.taken_back
          and not exists (select from note_look l
            where l.nursery_id = n.nursery_id and l.note_id = n.id and l.how = 'gone' and not l.taken_back)
        order by n.on_day, n.written_at
        """;

    private const string Insert = """
        -- What was seen; the same one sent again is there already.
        insert into note (nursery_id, id, batch_id, sign, words, answers, on_day, by_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8)
        on conflict (nursery_id, id) do nothing
        """;

    private const string InsertLook = """
        -- How it is by now; the same one sent again is there already.
        insert into note_look (nursery_id, id, note_id, how, on_day, by_name)
        values ($1, $2, $3, $4, $5, $6)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Count = """
        -- How much was noted of a batch, if it is there.
        select (select count(*)::int from note n where n.nursery_id = b.nursery_id and n.batch_id = b.id)
        from batch b
        where b.id = $1
        """;

    private const string IsOpen = """
        -- Whether a note of a batch is there.
        select 1
        from note
        where id = $1
          and batch_id = $2
          and not taken_back
        """;

    private const string TakeBackNote = """
        -- It was noted by mistake.
        update note
        set taken_back = true
        where id = $1
          and batch_id = $2
          and ($3::text is null or by_name = $3)
        """;

    private const string TakeBackLook = """
        -- It was said by mistake.
        update note_look
        set taken_back = true
        where id = $1
          and note_id = $2
          and ($3::text is null or by_name = $3)
        """;

    public Task<List<NoteRow>> OfAsync(Guid batch, CancellationToken cancel) => nursery.ListAsync(OfBatch, Read, cancel, Sql.Of(batch));

    /// <summary>What is asked after, the oldest first.</summary>
    public Task<List<OpenNote>> OpenAsync(CancellationToken cancel) =>
        nursery.ListAsync(AskedAfter, r => new OpenNote(Read(r), r.GetString(9), r.GetGuid(10), r.GetFieldValue<Guid[]>(11)), cancel);

    /// <exception cref="RefusedException">Neither a sign nor words, too many words, a day to come.</exception>
    /// <exception cref="NotFoundException">There is no such batch.</exception>
    public async Task PutAsync(
        Guid id,
        Guid batch,
        Sign? sign,
        string words,
        IReadOnlyDictionary<Question, bool> answers,
        DateOnly on,
        DateOnly today,
        CancellationToken cancel
    )
    {
        var text = (words ?? "").Trim();
        if (sign is { } seen && !Enum.IsDefined(seen))
            throw new RefusedException(new Failure("not-chosen", "sign"));
        if (sign is null && text.Length == 0)
            throw new RefusedException(new Failure("nothing-noted", "words"));
        if (text.Length > LongestWords)
            throw new RefusedException(new Failure("reason-too-long", "words", text.Length, High: LongestWords));
        if (on > today)
            throw new RefusedException(new Failure("in-the-future", "on"));
        if (on < today.AddDays(-Core.Ledger.EntryFields.LongestAgo))
            throw new RefusedException(new Failure("too-long-ago", "on"));
        var there = await nursery.ListAsync(Count, r => r.GetInt32(0), cancel, Sql.Of(batch));
        if (there is not [var many])
            throw new NotFoundException("batch");
        if (many >= MostOfABatch)
            throw new RefusedException(new Failure("too-many-notes", "words", many, High: MostOfABatch));
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(id),
            Sql.Of(batch),
            Sql.OfNull(sign?.Word()),
            Sql.Of(text),
            Sql.OfJson(answers.ToDictionary(a => a.Key.Word(), a => a.Value)),
            Sql.Of(on),
            Sql.OfNull(nursery.By)
        );
    }

    /// <exception cref="NotFoundException">Nothing of that batch has that id.</exception>
    public async Task LookAsync(Guid id, Guid batch, Guid note, NoteHow how, DateOnly today, CancellationToken cancel)
    {
        if (!Enum.IsDefined(how))
            throw new RefusedException(new Failure("not-chosen", "how"));
        if ((await nursery.ListAsync(IsOpen, r => r.GetInt32(0), cancel, Sql.Of(note), Sql.Of(batch))).Count == 0)
            throw new NotFoundException("note");
        await nursery.ExecuteAsync(
            InsertLook,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(id),
            Sql.Of(note),
            Sql.Of(how.Word()),
            Sql.Of(today),
            Sql.OfNull(nursery.By)
        );
    }

    /// <param name="batch">Whose.</param>
    /// <param name="note">Of it.</param>
    /// <param name="look">At it; null: the note itself.</param>
    /// <param name="own">Only what the same person said: helpers.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="NotFoundException">Nothing of that batch has that id.</exception>
    public async Task TakeBackAsync(Guid batch, Guid note, Guid? look, bool own, CancellationToken cancel)
    {
        var only = Sql.OfNull(own ? nursery.By ?? "" : null);
        var changed = look is { } id
            ? (await nursery.ListAsync(IsOpen, r => r.GetInt32(0), cancel, Sql.Of(note), Sql.Of(batch))).Count == 0
                ? 0
                : await nursery.ExecuteAsync(TakeBackLook, cancel, Sql.Of(id), Sql.Of(note), only)
            : await nursery.ExecuteAsync(TakeBackNote, cancel, Sql.Of(note), Sql.Of(batch), only);
        if (changed == 0)
            throw new NotFoundException("note");
    }

    private static NoteRow Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            r.GetGuid(1),
            r.IsDBNull(2) ? null : r.Enum<Sign>(2),
            r.GetString(3),
            r.FromJson<Dictionary<string, bool>>(4).ToDictionary(a => Sql.ToEnum<Question>(a.Key), a => a.Value),
            r.GetFieldValue<DateOnly>(5),
            r.TextOrNull(6),
            DateTime.SpecifyKind(r.GetDateTime(7), DateTimeKind.Utc),
            r.FromJson<List<NoteLook>>(8)
        );
}
