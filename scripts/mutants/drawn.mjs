import { PluginKind, declareFactoryPlugin } from '@stryker-mutator/api/plugin';
import { readFileSync } from 'node:fs';
import { relative } from 'node:path';

/** Lets those mutants through that were drawn (a file of keys, `DRAWN_MUTANTS`), and no other of the same place. */
class Drawn {
  async init() {
    this.keys = new Set(JSON.parse(readFileSync(process.env.DRAWN_MUTANTS, 'utf8')));
  }

  async check(mutants) {
    return Object.fromEntries(mutants.map((m) => [m.id, this.#of(m)]));
  }

  #of({ fileName, location: { start, end }, mutatorName, replacement }) {
    const file = relative(process.cwd(), fileName);
    const key = [file, start.line, start.column, end.line, end.column, mutatorName, replacement].join(' ');
    return this.keys.has(key) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' };
  }

  async group(mutants) {
    return [mutants.map((m) => m.id)];
  }
}
const drawn = () => new Drawn();
drawn.inject = [];

export const strykerPlugins = [declareFactoryPlugin(PluginKind.Checker, 'drawn', drawn)];
