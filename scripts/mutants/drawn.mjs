import { PluginKind, declareFactoryPlugin } from '@stryker-mutator/api/plugin';
import { appendFileSync, readFileSync } from 'node:fs';
import { relative } from 'node:path';

const keyOf = ({ fileName, location: { start, end }, mutatorName, replacement }, first) => {
  const at = [start.line, start.column, end.line, end.column].map((n) => n - first);
  return [relative(process.cwd(), fileName), ...at, mutatorName, replacement].join(' ');
};

/** Lets those mutants through that were drawn (a file of keys, `DRAWN_MUTANTS`), and no other of the same place. */
class Drawn {
  async init() {
    this.keys = new Set(JSON.parse(readFileSync(process.env.DRAWN_MUTANTS, 'utf8')));
  }

  async check(mutants) {
    return Object.fromEntries(mutants.map((m) => [m.id, this.#of(m)]));
  }

  #of(mutant) {
    return this.keys.has(keyOf(mutant, 0)) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' };
  }

  async group(mutants) {
    return [mutants.map((m) => m.id)];
  }
}
const drawn = () => new Drawn();
drawn.inject = [];

/** Keeps each result as it comes (`KEPT_MUTANTS`, a line each): what takes an hour may be cut off. */
class AsTheyCome {
  onMutantTested(mutant) {
    const { status, killedBy, statusReason } = mutant;
    if (status === 'Ignored' || status === 'CompileError') return;
    // Reports count lines and columns from 1.
    const line = { key: keyOf(mutant, 1), verdict: status, by: killedBy?.[0], why: statusReason };
    appendFileSync(process.env.KEPT_MUTANTS, `${JSON.stringify(line)}\n`);
  }
}
const asTheyCome = () => new AsTheyCome();
asTheyCome.inject = [];

export const strykerPlugins = [
  declareFactoryPlugin(PluginKind.Checker, 'drawn', drawn),
  declareFactoryPlugin(PluginKind.Reporter, 'as-they-come', asTheyCome)
];
