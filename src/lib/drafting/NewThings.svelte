<script lang="ts">
  import { addedJoint, addedPart, LAID, tapsOf, type Added, type Laid, type Thing } from '$core/drafting';
  import type { Joint, Machine, PartKind, Point } from '$core/machine';
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
  let laid = $state<Laid>('one');
  let count = $state(4);

  /** Adds once as many places were tapped as it needs. */
  const place = (needed: number, add: (taps: Point[]) => Added) =>
    onplace((taps) => {
      if (taps.length < needed) return false;
      const added = add(taps);
      onedit(added.machine, added.thing);
      return true;
    });

  const addPart = (kind: PartKind) => place(2, ([a, b]) => addedPart(machine, kind, zone, [a!, b!], told));

  function addJoint(kind: Joint['kind']) {
    const how = { laid, count };
    place(tapsOf(how.laid), (taps) => addedJoint(machine, kind, zone, { ...how, taps }, told));
  }
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
    addJoint(e.currentTarget.value as Joint['kind']);
    e.currentTarget.value = '';
  }}
>
  <option value="" disabled>{t('drafting.newJoint')}</option>
  {#each Object.entries(FIXINGS) as [kind, name] (kind)}<option value={kind}>{told(name)}</option>{/each}
</select>
<select class="field min-h-9 w-auto py-0" aria-label={t('drafting.places')} bind:value={laid}>
  {#each LAID as how (how)}<option value={how}>{t('drafting.placesIn', { how })}</option>{/each}
</select>
{#if laid !== 'one'}<input
    class="field figure min-h-9 w-16 py-0"
    type="number"
    min="2"
    max="60"
    aria-label={t('drafting.howMany')}
    bind:value={count}
  />{/if}
