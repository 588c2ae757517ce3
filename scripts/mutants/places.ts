import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { commonTokens } from '@stryker-mutator/api/plugin';
import { createInjector } from 'typed-inject';
import ts from 'typescript';
import { seeded } from '../../src/core/solve';

/** One way to break one place of a file. */
export interface Place {
  file: string;
  /** From 1. */
  line: number;
  /** As the instrumenter counts them: lines and columns from 0. */
  location: { start: Position; end: Position };
  kind: string;
  was: string;
  becomes: string;
}
interface Position {
  line: number;
  column: number;
}

/** What a text says is for words and types to check. */
const LEFT_OUT = ['StringLiteral'];
export const INSTRUMENTING = { plugins: null, excludedMutations: LEFT_OUT, ignorers: [], disableTypeChecks: false };

const silent = {
  ...{ isTraceEnabled: () => false, isDebugEnabled: () => false, isInfoEnabled: () => false },
  ...{ isWarnEnabled: () => false, isErrorEnabled: () => false, isFatalEnabled: () => false },
  ...{ trace() {}, debug() {}, info() {}, warn() {}, error() {}, fatal() {} }
};

/** Everything that can be broken in these files, in the order of their text. */
export async function placesIn(files: readonly { name: string; content: string }[]): Promise<Place[]> {
  const instrumenter = createInjector()
    .provideValue(commonTokens.options, {} as never)
    .provideValue(commonTokens.fileDescriptions, {})
    .provideValue(commonTokens.getLogger, () => silent)
    .provideValue(commonTokens.logger, silent)
    .injectFunction(createInstrumenter);
  const { mutants } = await instrumenter.instrument(
    files.map((file) => ({ ...file, mutate: true })),
    INSTRUMENTING
  );
  return files.flatMap((file) => {
    const offset = offsetsIn(file.content);
    const bodies = bodiesIn(file);
    const own = mutants.filter((m) => m.fileName === file.name);
    return own.flatMap(({ status, location, mutatorName, replacement }): Place[] => {
      const [start, end] = [offset(location.start), offset(location.end)];
      if (status === 'Ignored' || !bodies.some(([from, to]) => from <= start && end <= to)) return [];
      return [
        {
          file: file.name,
          line: location.start.line + 1,
          location: { start: pick(location.start), end: pick(location.end) },
          kind: mutatorName,
          was: file.content.slice(start, end),
          becomes: replacement
        }
      ];
    });
  });
}

const pick = ({ line, column }: Position): Position => ({ line, column });

/** Where functions' bodies stand. What stands outside them is worked out once, as a file is read. */
function bodiesIn({ name, content }: { name: string; content: string }): [number, number][] {
  const source = ts.createSourceFile(name, content, ts.ScriptTarget.Latest);
  const bodies: [number, number][] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isFunctionLike(node) && 'body' in node && node.body)
      bodies.push([node.body.getStart(source), node.body.end]);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return bodies;
}

function offsetsIn(text: string): (at: Position) => number {
  const begins = [0];
  for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) begins.push(i + 1);
  return ({ line, column }) => begins[line]! + column;
}

/**
 * So many places, each on another line: every line that has one is as likely, and so is each way to break it.
 * @param seed the same files and the same seed give the same places
 */
export function draw(places: readonly Place[], count: number, seed: number): Place[] {
  const random = seeded(seed);
  const byLine = new Map<string, Place[]>();
  for (const place of places) {
    const key = `${place.file}:${place.line}`;
    byLine.set(key, [...(byLine.get(key) ?? []), place]);
  }
  const lines = [...byLine.values()];
  const drawn: Place[] = [];
  while (drawn.length < count && lines.length > 0) {
    const [line] = lines.splice(Math.floor(random() * lines.length), 1);
    drawn.push(line![Math.floor(random() * line!.length)]!);
  }
  return drawn;
}

/** The same for one way to break one place, wherever it is told. */
export const keyOf = (place: Pick<Place, 'file' | 'location' | 'kind' | 'becomes'>): string => {
  const { start, end } = place.location;
  return [place.file, start.line, start.column, end.line, end.column, place.kind, place.becomes].join(' ');
};
