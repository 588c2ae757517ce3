import { type Table } from './problem';
import { Projection } from './projection';
import { chooser, Walk } from './walk';
import { setBit } from '../bits';
import { FOCUS, LID, PARTS, TOOL, UP, changeCost, enter } from './setup';

/**
 * An order by phases, another start for rearranging: all that this side, this lid and this tool allow is done, the part in hand
 * first; then the change is made whose cost, with the least that sides, lid and tools cost from there, is least. It leaves parts
 * half done rather than take up a tool again, where rearranging alone does not come from an order part by part.
 */
export function phasedSequence(table: Table): { sequence: number[]; cost: number } {
  const walk = new Walk(table);
  const choose = chooser(table);
  // A guess at the rest is enough: what may be loose would make it slow.
  const rest = new Projection({ ...table, rules: [] }, [UP, LID, TOOL]);
  const weights: Table['weights'] = [table.weights[UP], table.weights[LID], table.weights[TOOL], 0];
  const onPart = (list: readonly number[]) => {
    const same = list.filter((i) => table.labels[i]![FOCUS] < 0 || table.labels[i]![FOCUS] === walk.at[FOCUS]);
    return same.length > 0 ? same : list;
  };
  const row = new Int32Array(table.words + PARTS);
  while (walk.ready.size > 0) {
    let free: number[] = [];
    const setups = new Map<string, { entry: number; cost: number; members: number[] }>();
    for (const i of walk.ready) {
      const labels = walk.labels(i);
      const cost = changeCost(walk.at, labels, weights);
      if (cost === 0) free.push(i);
      else if (free.length === 0) {
        const key = `${labels[UP]} ${labels[LID]} ${labels[TOOL]}`;
        const setup = setups.get(key);
        if (setup) setup.members.push(i);
        else setups.set(key, { entry: i, cost, members: [i] });
      }
    }
    if (free.length === 0) {
      let least = Infinity;
      for (const { entry, cost, members } of setups.values()) {
        row.fill(0);
        for (const i of walk.sequence) setBit(row, i);
        setBit(row, entry);
        row.set(enter(walk.at, walk.labels(entry)), table.words);
        const whole = cost + rest.of(row);
        if (whole < least - 1e-9) {
          least = whole;
          free = [...members];
        } else if (whole < least + 1e-9) free.push(...members);
      }
    }
    walk.take(choose(onPart(free), walk.sequence.at(-1)));
  }
  return { sequence: walk.sequence, cost: walk.cost };
}
