import { expect, type Locator, type Page } from '@playwright/test';
import type { Access } from '$core/access';
import { goalOf } from '$core/goals';
import type { JointOf } from '$core/machine';
import { plan } from '$core/plan';
import {
  asideOf,
  followed,
  jointsOnMat,
  materialsFor,
  RehearsalLog,
  rightTool,
  socketChoices,
  Stand,
  waysWith,
  type Handled,
  type Try
} from '$core/rehearsal';

/** All that whoever follows the plan of a goal tries. */
export const triesFor = (access: Access, goal: string): Try[] =>
  followed(access, plan(access, [goalOf(goal)], { weighting: 'part-by-part' })).flatMap((s) => s.tries);

/** Somebody who rehearses with the keyboard alone, and keeps count of what should come of it. */
export class Rehearser {
  readonly log: RehearsalLog;
  #zone: string | undefined;

  constructor(
    readonly page: Page,
    readonly access: Access,
    readonly goal: string
  ) {
    this.log = new RehearsalLog(access, [goalOf(goal)]);
  }

  async do(tried: Try): Promise<void> {
    switch (tried.do) {
      case 'isolate':
      case 'restore':
        await this.#power(tried.step);
        break;
      case 'pose':
        await this.#turn(tried);
        break;
      case 'lay':
        await this.#pick({ part: tried.part });
        await this.#press(
          this.page
            .getByRole('group', { name: this.#partName(tried.cable), exact: true })
            .getByRole('button', { name: tried.where === 'under' ? 'under it' : 'over it' })
        );
        break;
      case 'put':
      case 'take':
      case 'tighten':
        await this.#screws(tried);
        break;
      default:
        await this.#hands(tried);
    }
    this.log.add(tried);
  }

  async #press(what: Locator): Promise<void> {
    await what.focus();
    await this.page.keyboard.press('Enter');
  }

  #chip = (name: string) => this.page.locator('.tray').getByRole('button', { name, exact: true });
  #partName = (id: string) => this.access.model.part(id).name;

  async #power(step: string): Promise<void> {
    const { text } = this.access.model.machine.isolation.steps.find((s) => s.id === step)!;
    const summary = this.page.locator('summary', { hasText: 'Power' });
    if ((await summary.locator('..').getAttribute('open')) === null) await this.#press(summary);
    await this.#press(this.page.getByRole('button', { name: text }));
  }

  async #turn({ up, lid }: Extract<Try, { do: 'pose' }>): Promise<void> {
    const { zones } = this.access.model.machine;
    const face = zones.find((z) => z.pose.up === up && z.pose.lid === lid);
    if (face) await this.#face(face.id);
    else await this.#press(this.page.getByRole('group', { name: 'Lid' }).getByRole('button', { name: lid }));
  }

  async #face(zone: string): Promise<void> {
    await this.#press(
      this.page.getByRole('group', { name: 'Side' }).getByRole('button', { name: this.access.model.zone(zone).name })
    );
    this.#zone = zone;
  }

  /** From the list of what is drawn; from the tray what lies beside or stands open. */
  async #pick(thing: Handled): Promise<void> {
    const { model } = this.access;
    const stand = new Stand(this.access, this.log.state);
    const aside = asideOf(stand);
    const id = 'joint' in thing ? thing.joint : thing.part;
    if ('part' in thing ? aside.parts.some((p) => p.part === id) : aside.joints.includes(id)) {
      const isScrews = 'joint' in thing && model.joint(id).kind === 'screws';
      if (!isScrews) return this.#press(this.#chip('joint' in thing ? model.joint(id).name : this.#partName(id)));
    }
    const on =
      'joint' in thing
        ? aside.parts.find((p) => jointsOnMat(stand, p.part, p.move).some((j) => j.id === id))
        : undefined;
    if (on) {
      await this.#press(this.#chip(this.#partName(on.part)));
      return this.#press(this.page.locator('.hands').getByRole('button', { name: model.joint(id).name, exact: true }));
    }
    const zone = 'joint' in thing ? model.joint(id).zone : model.part(id).shapes[0]!.zone;
    if (zone !== this.#zone) await this.#face(zone);
    const name = 'joint' in thing ? model.joint(id).name : this.#partName(id);
    await this.page.getByPlaceholder('Find on the drawing').fill(name);
    const item = this.page.locator('.list').getByRole('button', { name, exact: true }).first();
    await this.page.keyboard.press('ArrowDown');
    await this.#press(item);
  }

  async #hands(tried: Extract<Try, { do: 'open' | 'close' | 'move' | 'return' }>): Promise<void> {
    const { model } = this.access;
    const thing: Handled = 'joint' in tried ? { joint: tried.joint } : { part: tried.part };
    const joint = 'joint' in tried ? model.joint(tried.joint) : undefined;
    if (tried.do === 'open') await this.#take(tried.bit ?? tried.tool ?? rightTool(joint!));
    await this.#pick(thing);
    if (tried.do === 'close' && joint) {
      const materials = materialsFor(joint);
      const { fresh = true, share = 1 } = tried;
      const at = materials.findIndex((m) => m.fresh === fresh && m.share === share);
      if (at >= 0) await this.page.locator('input[name=material]').nth(at).check();
      const sockets = socketChoices(model, joint);
      const on = sockets.findIndex((s) => s.id === (tried.socket ?? tried.joint));
      if (on >= 0) await this.page.locator('input[name=socket]').nth(on).check();
    }
    const ways = waysWith(
      new Stand(this.access, this.log.state),
      thing,
      tried.do === 'open' ? { bit: tried.bit, tool: tried.tool } : {}
    );
    const at = ways.findIndex((way) => this.#isSame(way, tried));
    expect(at, JSON.stringify(tried)).toBeGreaterThanOrEqual(0);
    // The ninth and later ones have no digit.
    if (at < 9) await this.page.keyboard.press(String(at + 1));
    else await this.#press(this.page.locator('.hands ol button').nth(at));
  }

  #isSame(way: Try, tried: Try): boolean {
    if (way.do !== tried.do) return false;
    if (way.do === 'open' && tried.do === 'open') return way.motion === tried.motion;
    if (way.do === 'close' && tried.do === 'close') return way.closing === tried.closing;
    if (way.do === 'return' && tried.do === 'return') return way.move === tried.move;
    if (way.do !== 'move' || tried.do !== 'move' || way.move !== tried.move) return false;
    const wanted = tried.directionDeg ?? this.access.model.move(tried.part, tried.move).directionDeg;
    if (wanted === undefined || way.directionDeg === undefined) return wanted === way.directionDeg;
    return Math.abs(((way.directionDeg - wanted + 540) % 360) - 180) <= 22.5;
  }

  /** A bit into the driver, or another tool. */
  async #take(tool: string): Promise<void> {
    const chip = this.#chip(tool === 'fingers' ? 'bare fingers' : tool);
    if ((await chip.getAttribute('aria-pressed')) !== 'true') await this.#press(chip);
  }

  async #screws(tried: Extract<Try, { do: 'put' | 'take' | 'tighten' }>): Promise<void> {
    const group = this.access.model.joint(tried.joint) as JointOf<'screws'>;
    const heading = this.page.locator('.hands h2');
    if ((await heading.textContent()) !== group.name || (await heading.count()) === 0)
      await this.#pick({ joint: group.id });
    if (tried.do === 'tighten') {
      await this.#take(tried.bit);
      const order = this.page.getByRole('group', { name: /^In which order/ });
      const isAsTheyLie = tried.order.every((hole, i) => hole === i) && tried.order.length === group.at.length;
      if (!isAsTheyLie) for (const hole of tried.order) await this.#press(order.getByRole('button').nth(hole));
      if (group.at.length > 1)
        await this.page
          .locator('input[name=passes]')
          .nth(tried.passes - 1)
          .check();
      return this.#press(this.page.getByRole('button', { name: `Tighten with ${tried.bit}` }));
    }
    if (tried.do === 'put') {
      const from = this.access.model.joint(tried.from) as JointOf<'screws'>;
      const lot = this.page.locator('.tray').getByRole('button', { name: new RegExp(`: ${from.name}$`, 'i') });
      if ((await lot.getAttribute('aria-pressed')) !== 'true') await this.#press(lot);
    }
    await this.#press(
      this.page
        .getByRole('group', { name: 'Holes' })
        .getByRole('button', { name: new RegExp(`^Hole ${tried.hole + 1}:`) })
    );
  }
}
