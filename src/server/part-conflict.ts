/** What stands under the same id is taken the place of. */
export const orReplace = `on conflict (id) do update set kind = excluded.kind, maker = excluded.maker, model = excluded.model,
  form_factor = excluded.form_factor, protocol = excluded.protocol, label_gb = excluded.label_gb,
  read_bytes_per_s = excluded.read_bytes_per_s, price_minor = excluded.price_minor, currency = excluded.currency,
  on_shelf = excluded.on_shelf, words = excluded.words, document = excluded.document, changed_at = excluded.changed_at`;
