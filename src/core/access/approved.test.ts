import { it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { expectApproved } from '../testing/approved';
import { causeInWords } from '.';

it('what has to come before what in a machine, and why, is as approved', async () => {
  const lines = [...demoAccess().requirements].flatMap(([of, needs]) =>
    needs.length === 0
      ? []
      : [
          of,
          ...needs.map(
            (need) => `  ${need.alternatives.map((way) => way.join(' + ')).join(' | ')} (${causeInWords(need.cause)})`
          )
        ]
  );
  await expectApproved('norrvik-fathom-14', lines);
});
