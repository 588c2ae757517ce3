<script lang="ts">
  import { inCircle, inRow, type Thing } from '$core/drafting';
  import type { Joint, Machine, PartKind, Point } from '$core/machine';
  import { freshId, jointOf, USUAL_FIXINGS } from '$core/recording';
  import { usualMoveSeconds, usualThicknessMm } from '$core/usual';
  import { FIXINGS, PART_KINDS } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Something new on the drawing: what it is, then where it is, tapped. */
  interface Props {
    machine: Machine;
    zone: string;
    onedit: (machine: Machine, chosen: Thing) => void;
    /** Asks for places; `done` is told all that were tapped so far, and says whether they are enough. */
    onplace: (done: (points: [number, number][]) => boolean) => void;
  }
  let { machine, zone, onedit, onplace }: Props = $props();

  const kinds = (Object.keys(PART_KINDS) as PartKind[]).filter((k) => k !== 'case');
  const root = $derived(machine.parts.find((p) => p.on === undefined && p.kind === 'case') ?? machine.parts[0]);

  function addPart(kind: PartKind) {
    onplace((points) => {
      const [a, b] = points;
      if (!a || !b) return false;
      const name = told(PART_KINDS[kind]);
      const id = freshId(
        name,
        machine.parts.map((p) => p.id),
        kind
      );
      const same = machine.parts.filter((p) => p.name === name || p.name.startsWith(`${name} `)).length;
      const outline = {
        form: 'rect' as const,
        x: Math.min(a[0], b[0]),
        y: Math.min(a[1], b[1]),
        width: Math.max(0.5, Math.abs(b[0] - a[0])),
        height: Math.max(0.5, Math.abs(b[1] - a[1]))
      };
      const { seconds, returnSeconds } = usualMoveSeconds(kind, 'lift');
      onedit(
        {
          ...machine,
          parts: [
            ...machine.parts,
            {
              id,
              name: same === 0 ? name : `${name} ${same + 1}`,
              kind,
              ...(root ? { on: root.id } : {}),
              numbers: [],
              spareIncludes: [],
              functions: [],
              care: [],
              shapes: [{ zone, outline, depth: [2, 2 + usualThicknessMm(kind)], openings: [] }],
              moves: [{ id: 'lift', kind: 'lift', zone, seconds, returnSeconds, leaves: [], clears: true }]
            }
          ]
        },
        { part: id }
      );
      return true;
    });
  }

  type How = 'one' | 'row' | 'circle';
  /** A joint is asked for by its places: one, the two ends of a row, or the middle and the rim of a circle. */
  function addJoint(kind: Joint['kind'], how: How, count: number) {
    onplace((points) => {
      const need = how === 'one' ? 1 : 2;
      if (points.length < need) return false;
      const [a, b] = points as [Point, Point];
      const at =
        how === 'one'
          ? [a]
          : how === 'row'
            ? inRow(a, b, count)
            : inCircle(a, Math.max(1, Math.hypot(b[0] - a[0], b[1] - a[1])), count);
      const fixing = USUAL_FIXINGS.find((f) => f.kind === kind)!;
      const id = freshId(
        kind,
        machine.joints.map((j) => j.id),
        kind
      );
      const held = machine.parts.find((p) => p.id !== root?.id && p.shapes.some((s) => s.zone === zone));
      const joint = jointOf(
        {
          id,
          face: zone,
          name: told(FIXINGS[kind]),
          fixing,
          places: at.map((place) => ({ at: place, seen: 0, noRoom: false }))
        },
        { a: held?.id ?? root?.id ?? '', b: root?.id ?? '', sure: 1, told: true, others: [] },
        0,
        undefined,
        told,
        () => {}
      );
      onedit({ ...machine, joints: [...machine.joints, joint] }, { joint: id });
      return true;
    });
  }
  let how = $state<How>('one');
  let count = $state(4);
</script>

<select
  class="field min-h-9 w-auto py-0"
  aria-label={t('drafting.newPart')}
  value=""
  onchange={(e) => {
    addPart(e.currentTarget.value as PartKind);
    e.currentTarget.value = '';
  }}
>
  <option value="" disabled>{t('drafting.newPart')}</option>
  {#each kinds as kind (kind)}<option value={kind}>{told(PART_KINDS[kind])}</option>{/each}
</select>
<select
  class="field min-h-9 w-auto py-0"
  aria-label={t('drafting.newJoint')}
  value=""
  onchange={(e) => {
    addJoint(e.currentTarget.value as Joint['kind'], how, count);
    e.currentTarget.value = '';
  }}
>
  <option value="" disabled>{t('drafting.newJoint')}</option>
  {#each Object.entries(FIXINGS) as [kind, name] (kind)}<option value={kind}>{told(name)}</option>{/each}
</select>
<select class="field min-h-9 w-auto py-0" aria-label={t('drafting.places')} bind:value={how}>
  {#each ['one', 'row', 'circle'] as const as h (h)}<option value={h}>{t('drafting.placesIn', { how: h })}</option
    >{/each}
</select>
{#if how !== 'one'}<input
    class="field figure min-h-9 w-16 py-0"
    type="number"
    min="2"
    max="60"
    aria-label={t('drafting.howMany')}
    bind:value={count}
  />{/if}
