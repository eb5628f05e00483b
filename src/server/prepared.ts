import { type PGlite, messages, parse, protocol } from '@electric-sql/pglite';

/** Statements that are kept ready at a time; more texts than that are made from values, and not worth keeping. */
const mostKept = 400;

const { ParameterDescriptionMessage, RowDescriptionMessage } = messages;
type Message = Parameters<typeof parse.parseResults>[0][number];
type Prepared = { name: string; parameterTypes: number[]; row: Message | null };

/** Its plan is of other tables, or nobody knows its name (SQLSTATE 0A000, 26000): prepared anew next time. */
const isStale = (error: unknown) => ['0A000', '26000'].includes((error as { code?: string }).code ?? '');

/**
 * Statements by their text, parsed once for each run of the engine and asked in one message from then on (PostgreSQL, frontend/backend protocol,
 * extended query). By itself PGlite sends six for each question, and has it parsed and planned anew: several times the work.
 */
export class PreparedStatements {
  private readonly kept = new Map<string, Prepared>();
  private made = 0;

  constructor(private readonly client: PGlite) {}

  /**
   * Asks it. The caller holds the engine's transaction: nothing else is asked meanwhile. Throws what the database says. `again`: by itself, so that one
   * whose plan turns out to be of other tables is asked once more.
   */
  run<Row>(text: string, parameters: unknown[] = [], again = false): Promise<Row[]> {
    return this.client.runExclusive(async () => {
      try {
        return await this.ask<Row>(text, parameters);
      } catch (error) {
        if (!isStale(error)) throw error;
        await this.drop(text);
        if (!again) throw error;
        return this.ask<Row>(text, parameters);
      }
    });
  }

  /** Drops all of them: behind a change of the tables their plans may say another thing. The caller holds the engine's transaction. */
  forget(): Promise<void> {
    return this.client.runExclusive(async () => {
      if (this.kept.size === 0) return;
      await this.send(protocol.serialize.query('deallocate all'));
      this.kept.clear();
    });
  }

  private async ask<Row>(text: string, parameters: unknown[]): Promise<Row[]> {
    const { bind, execute, sync } = protocol.serialize;
    const statement = this.kept.get(text) ?? (await this.prepare(text));
    const values = parameters.map((value, i) => this.serialized(value, statement.parameterTypes[i]));
    const answer = await this.send(
      Buffer.concat([bind({ statement: statement.name, values }), execute({}), sync()]),
    );
    const rows = statement.row ? [statement.row, ...answer] : answer;
    return (parse.parseResults(rows, this.client.parsers)[0]?.rows ?? []) as Row[];
  }

  private async drop(text: string): Promise<void> {
    const { name } = this.kept.get(text) ?? {};
    if (name === undefined) return;
    this.kept.delete(text);
    await this.send(
      Buffer.concat([protocol.serialize.close({ type: 'S', name }), protocol.serialize.sync()]),
    );
  }

  private async prepare(text: string): Promise<Prepared> {
    const { describe, sync } = protocol.serialize;
    if (this.kept.size >= mostKept) await this.drop(this.kept.keys().next().value!);
    const name = `kept_${(this.made += 1)}`;
    const told = await this.send(
      Buffer.concat([protocol.serialize.parse({ name, text }), describe({ type: 'S', name }), sync()]),
    );
    const types = told.find((one) => one instanceof ParameterDescriptionMessage);
    const prepared = {
      name,
      parameterTypes: types?.dataTypeIDs ?? [],
      row: told.find((one) => one instanceof RowDescriptionMessage) ?? null,
    };
    this.kept.set(text, prepared);
    return prepared;
  }

  private send(message: Uint8Array): Promise<Message[]> {
    return this.client.execProtocolStream(message, { syncToFs: false });
  }

  private serialized(value: unknown, type: number | undefined): string | null {
    if (value === null || value === undefined) return null;
    const serialize = type === undefined ? undefined : this.client.serializers[type];
    return serialize ? (serialize(value) as string) : String(value);
  }
}
