<script lang="ts">
  import { onMount } from 'svelte';
  import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
  import type { CellThresholds, CellTrend } from '$core/cells';
  import { day } from '$lib/ui/dates';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** A cell's share of new over time, with the shop's two limits. The table beside it says the same. */
  let {
    trend,
    thresholds,
    after
  }: { trend: CellTrend; thresholds: CellThresholds; after?: { at: string; share: number } } = $props();

  Chart.register(LinearScale, LineController, LineElement, PointElement, Tooltip);
  let canvas = $state<HTMLCanvasElement>();
  const DAY_MS = 86_400_000;

  onMount(() => {
    Chart.defaults.font.family = getComputedStyle(document.body).fontFamily;
    // A canvas has no light-dark(): what the page has worked out is asked for.
    const probe = document.createElement('span');
    document.body.append(probe);
    const colour = (name: string) => {
      probe.style.color = `var(${name})`;
      return getComputedStyle(probe).color;
    };
    const [act, soft, rule, now, good] = ['--act', '--ink-soft', '--rule', '--now', '--good'].map(colour);
    probe.remove();
    const points = trend.points.map((p) => ({ x: Date.parse(p.at) / DAY_MS, y: 100 * p.share }));
    const [from, to] = [points[0]!.x, Math.max(points.at(-1)!.x, after ? Date.parse(after.at) / DAY_MS : 0)];
    const margin = Math.max(5, (to - from) * 0.06);
    const limit = (share: number, color: string, label: string) => ({
      label,
      data: [
        { x: from - margin, y: 100 * share },
        { x: to + margin, y: 100 * share }
      ],
      borderColor: color,
      borderDash: [6, 5],
      borderWidth: 1.5,
      pointRadius: 0
    });
    const chart = new Chart(canvas!, {
      type: 'line',
      data: {
        datasets: [
          {
            label: t('cell.shareOfNew'),
            data: points,
            borderColor: act!,
            backgroundColor: act!,
            borderWidth: 2.5,
            pointRadius: 4.5,
            tension: 0
          },
          ...(after
            ? [
                {
                  label: t('cell.afterTheWork'),
                  data: [{ x: Date.parse(after.at) / DAY_MS, y: 100 * after.share }],
                  borderColor: good!,
                  backgroundColor: good!,
                  pointRadius: 6,
                  pointStyle: 'rectRot' as const
                }
              ]
            : []),
          limit(thresholds.good, good!, 'good'),
          limit(thresholds.replace, now!, 'replace')
        ]
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        plugins: {
          tooltip: {
            callbacks: {
              title: (items) => day(new Date(items[0]!.parsed.x! * DAY_MS).toISOString()),
              label: (item) => `${item.dataset.label}: ${Math.round(item.parsed.y!)} %`
            }
          }
        },
        scales: {
          x: {
            type: 'linear',
            min: from - margin,
            max: to + margin,
            ticks: { color: soft!, maxTicksLimit: 6, callback: (v) => day(new Date(Number(v) * DAY_MS).toISOString()) },
            grid: { color: rule! }
          },
          y: {
            min: 0,
            suggestedMax: 100,
            ticks: { color: soft!, stepSize: 20, callback: (v) => `${v} %` },
            grid: { color: rule! }
          }
        }
      }
    });
    return () => chart.destroy();
  });
</script>

<div class="relative h-64">
  <canvas
    bind:this={canvas}
    aria-label={t('cell.capacityOverTime2', {
      points: trend.points.map((p) => `${day(p.at)} ${Math.round(100 * p.share)} %`).join(', ')
    })}
  ></canvas>
</div>
<p class="mt-1 text-sm text-soft">
  {t('cell.brokenLinesGoodFromReplaceBelow', {
    good: Math.round(100 * thresholds.good),
    replace: Math.round(100 * thresholds.replace)
  })}{#if after}
    {t('cell.diamondAfterTheWork')}{/if}
</p>
