using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;

namespace Juvenal.Store;

/// <summary>What a server holds between requests: only what the database tells it is as it stands.</summary>
internal sealed class Held
{
    /// <summary>A nursery that is large has some 2,000 that are not ended.</summary>
    private const int MostBatches = 5_000;

    public CatalogueCache Catalogues { get; } = new();

    public OutdoorsCache Outdoors { get; } = new();

    public LedgerCache Ledgers { get; } = new();

    public OpenBatches Open { get; } = new();

    public BatchCache<(StandingGroup Group, string? Had)> Standing { get; } = new(MostBatches);

    public BatchCache<JobHead> Jobs { get; } = new(MostBatches);

    public BatchCache<MovedStep> Moved { get; } = new(MostBatches);

    public BatchCache<(Guid Job, JobDetail Detail)> Cards { get; } = new(MostBatches);

    public BatchCache<ListedBatch> Listed { get; } = new(MostBatches);

    public BatchCache<BedBatch> ForBeds { get; } = new(MostBatches);

    /// <summary>Of these one takes some 10 kB.</summary>
    public BatchCache<BatchView> Views { get; } = new(MostBatches / 4);
}
