-- What went out of batches is found without reading all that was ever written.
create index ledger_entry_out on ledger_entry (nursery_id, batch_id) where kind = 'out';
