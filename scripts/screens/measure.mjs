/**
 * What is wrong with a page as it stands in its window, told by what is wrong and where. Runs in the page: it knows nothing of here.
 * @param {{ target: number }} most the least size of what is pressed, CSS px: 24 (WCAG 2.2, 2.5.8), 44 where gloves press
 * @returns {{ beyond: string[], twoWays: string[], cut: string[], overlaps: string[], small: string[] }}
 */
export function measure({ target }) {
  const SLACK = 1;
  const nameOf = (el) =>
    `${el.tagName.toLowerCase()} "${(el.getAttribute('aria-label') ?? el.textContent ?? '').trim().replace(/\s+/g, ' ').slice(0, 40)}"`;
  const style = (el) => getComputedStyle(el);
  const parents = function* (el) {
    for (let at = el.parentElement; at; at = at.parentElement) yield at;
  };
  const isDrawn = (el) => el.closest('svg, canvas') !== null;
  const isShown = (el) =>
    el.checkVisibility({ visibilityProperty: true, opacityProperty: true }) && !el.closest('.sr-only');
  const scrolls = (el) => /auto|scroll/.test(style(el).overflowX) || /auto|scroll/.test(style(el).overflowY);
  const clips = (el) => /auto|scroll|hidden|clip/.test(style(el).overflowX);
  const all = [...document.querySelectorAll('body *')].filter((el) => !isDrawn(el) && isShown(el));

  /** Reaches beyond the edge of the window that lines end at, and nothing that scrolls or clips holds it. */
  const isMirrored = document.dir === 'rtl';
  const edge = document.documentElement.clientWidth + SLACK;
  const beyond = all.filter((el) => {
    const { left, right, width } = el.getBoundingClientRect();
    return width > 0 && (isMirrored ? left < -SLACK : right > edge) && ![...parents(el)].some(clips);
  });

  /** Scrolls to and fro as well as up and down: two directions for one thing to read (WCAG 2.2, 1.4.10). Tables may. */
  const twoWays = [document.scrollingElement, ...all.filter(scrolls)].filter(
    (el) =>
      el.scrollWidth > el.clientWidth + SLACK &&
      (el === document.scrollingElement ||
        (el.scrollHeight > el.clientHeight + SLACK && !el.querySelector('table, svg')))
  );

  /** Holds words of its own, hides what does not fit, and something does not; what is told in full elsewhere may be cut. */
  const hasWords = (el) => [...el.childNodes].some((n) => n.nodeType === 3 && n.data.trim() !== '');
  const cut = all.filter((el) => {
    if (!hasWords(el) || el.matches('option, textarea, input, .sr-only') || el.closest('[title]')) return false;
    const box = [el, ...parents(el)].find((at) => /hidden|clip/.test(style(at).overflowX) && !scrolls(at));
    if (!box || box === document.body || box === document.documentElement) return false;
    const range = document.createRange();
    range.selectNodeContents(el);
    const words = range.getBoundingClientRect();
    const room = box.getBoundingClientRect();
    // Hidden from eyes altogether, and read out.
    if (room.width <= 2) return false;
    const isLost = words.right > room.right + 2 || words.left < room.left - 2;
    return isLost && ![...parents(el)].some((at) => box.contains(at) && at !== box && scrolls(at));
  });

  const pressed = all.filter(
    (el) =>
      el.matches('a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button], [role=tab]') &&
      !el.matches(':disabled') &&
      el.getBoundingClientRect().width > 0 &&
      // The way past the menu comes into the window with the focus.
      (isMirrored ? el.getBoundingClientRect().left < edge : el.getBoundingClientRect().right > 0)
  );
  /** What lies above the page on purpose, or leaves it while it scrolls. */
  const floats = (el) => [el, ...parents(el)].some((at) => /fixed|sticky|absolute/.test(style(at).position));
  const isInRegion = (el) => [...parents(el)].find(scrolls);
  /** Of a label with its own control the label is what is pressed. */
  const area = (el) => (el.closest('label') ?? el).getBoundingClientRect();

  const overlaps = [];
  const still = pressed.filter((el) => !floats(el));
  still.forEach((a, i) => {
    const one = a.getBoundingClientRect();
    for (const b of still.slice(i + 1)) {
      if (a.contains(b) || b.contains(a) || isInRegion(a) !== isInRegion(b)) continue;
      const other = b.getBoundingClientRect();
      const [w, h] = [
        Math.min(one.right, other.right) - Math.max(one.left, other.left),
        Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top)
      ];
      if (w > 2 && h > 2) overlaps.push(`${nameOf(a)} and ${nameOf(b)}`);
    }
  });

  /** Too small, and no room around it either: within a sentence, or with its like far enough away, it may be. */
  const isInSentence = (el) => {
    if (!/^inline/.test(style(el).display) || el.matches('button, input, select')) return false;
    return [...el.parentElement.childNodes].some((n) => n.nodeType === 3 && n.data.trim().length > 1);
  };
  const centres = pressed.map((el) => {
    const { left, top, width, height } = area(el);
    return [left + width / 2, top + height / 2];
  });
  const small = pressed.filter((el, i) => {
    const { width, height } = area(el);
    if ((width >= target - 0.5 && height >= target - 0.5) || isInSentence(el)) return false;
    if (target > 24) return Math.min(width, height) < target - 0.5;
    return centres.some(
      ([x, y], k) =>
        k !== i && area(pressed[k]) !== area(el) && Math.hypot(x - centres[i][0], y - centres[i][1]) < target
    );
  });

  const named = (list) => [...new Set(list.map(nameOf))];
  return { beyond: named(beyond), twoWays: named(twoWays), cut: named(cut), overlaps, small: named(small) };
}
