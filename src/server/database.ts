import { PGlite, types } from '@electric-sql/pglite';

/** What queries need of a database. A PostgreSQL server could stand behind it without touching one of them. */
export interface Sql {
  query<Row>(text: string, parameters?: unknown[]): Promise<Row[]>;
  /** Several statements without parameters, for migrations. */
  execute(text: string): Promise<void>;
}

export interface Database extends Sql {
  /** All or nothing; transactions run one after another. */
  transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** int8 comes back as a number; what does not fit one safely is a bug to hear about, not to round away. */
function safeInteger(text: string): number {
  const value = Number(text);
  if (!Number.isSafeInteger(value)) throw new Error('an int8 of the database is not a safe integer');
  return value;
}

type PGliteLike = Pick<PGlite, 'query' | 'exec'>;

const sqlOf = (client: PGliteLike): Sql => ({
  query: async <Row>(text: string, parameters?: unknown[]) =>
    (await client.query<Row>(text, parameters)).rows,
  execute: async (text) => void (await client.exec(text)),
});

/** Opens PGlite on a folder, or in memory where none is named (tests). */
export async function openDatabase(folder?: string): Promise<Database> {
  const client = await PGlite.create({
    dataDir: folder,
    parsers: {
      [types.INT8]: safeInteger,
      [types.TIMESTAMPTZ]: (text: string) => new Date(text).toISOString(),
    },
  });
  return {
    ...sqlOf(client),
    transaction: (work) =>
      client.transaction((tx) => work(sqlOf(tx as unknown as PGliteLike))) as Promise<never>,
    close: () => client.close(),
  };
}
