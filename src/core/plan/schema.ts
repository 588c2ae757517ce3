import { z } from 'zod';
import { Condition } from '../hazards';
import { Goals } from '../goals';
import { SaidSchema } from '../language';
import { LOOKS } from '../words';

export const PLAN_FORMAT = 'eager-wrench/plan@1';

export const Caution = z.strictObject({
  text: SaidSchema,
  /** Someone can be hurt: to be acknowledged before going on. */
  harm: z.boolean(),
  /** Said because the power is still inside, or again. */
  live: z.literal(true).optional()
});
export type Caution = z.infer<typeof Caution>;

/** A cable to mind while a part goes down. */
export const Pinch = z.strictObject({
  cable: z.string(),
  /** under: must be laid first; over: held out of the way. */
  where: z.enum(['under', 'over']),
  zone: z.string(),
  /** Where it crosses the part's edge, mm in the zone's frame. */
  crosses: z.array(z.tuple([z.number(), z.number()])),
  /** Screws and clips of the part that come down right beside it, mm. */
  posts: z.array(z.tuple([z.number(), z.number()])).optional()
});
export type Pinch = z.infer<typeof Pinch>;

export const Leg = z.enum(['isolate', 'down', 'swap', 'up', 'prove']);
export type Leg = z.infer<typeof Leg>;

export const Step = z.strictObject({
  id: z.string(),
  leg: Leg,
  do: z.enum(['prepare', 'pose', 'open', 'close', 'move', 'return', 'swap', 'test', 'restore']),
  joint: z.string().optional(),
  part: z.string().optional(),
  move: z.string().optional(),
  zone: z.string().optional(),
  /** `side/lid`, or `mat` for work on a part that is out. */
  pose: z.string().optional(),
  tool: z.string().optional(),
  /** Screws of this step. */
  count: z.int().optional(),
  /** How screws are tightened: holes in turn by index from 0, in so many passes. */
  tighten: z
    .strictObject({
      order: z.array(z.int()),
      by: z.enum(['printed', 'crosswise', 'as-they-lie']),
      passes: z.int(),
      torqueNm: z.number(),
      guideline: z.boolean()
    })
    .optional(),
  /** Standard time, s. */
  seconds: z.number(),
  /** Depth below the zone's face, mm. */
  depth: z.number().optional(),
  /** The counterpart on the other leg. */
  mirror: z.string().optional(),
  /** Why it has no counterpart, or does not stand where the mirror would put it. */
  departs: SaidSchema.optional(),
  /** Ids of the requirements that brought it in. */
  because: z.array(z.string()),
  /** What to do, in one line. */
  text: SaidSchema,
  /** How, in another. */
  detail: SaidSchema.optional(),
  cautions: z.array(Caution),
  pinch: z.array(Pinch),
  /** For turns and lid moves: what is in the machine and not held, to be held by hand meanwhile. */
  unheld: z.array(z.strictObject({ part: z.string(), how: z.enum(['free', 'leash', 'popped', 'bare']) })).optional(),
  /** For plugs: what they tie to the rest and nothing else keeps, for the other hand. */
  holds: z.array(z.strictObject({ part: z.string(), how: z.enum(['free', 'leash', 'popped']) })).optional(),
  /** For tests: the function that is proved. */
  test: z.string().optional(),
  /** For the test with the case open: what there is to look at by then. */
  looks: z.array(z.enum(LOOKS)).optional()
});
export type Step = z.infer<typeof Step>;

export const Bounded = z.strictObject({ cost: z.number(), bound: z.number(), proved: z.boolean() });

/** An order besides: its turns and lid moves with something not held, and the least that any order has. */
export const BoundedOrder = Bounded.extend({ loose: z.strictObject({ turns: z.int(), least: z.int() }).optional() });

/** Something wrong with a plan, at one of its steps or in all. */
export const Doubt = z.strictObject({ step: z.string().optional(), text: z.string() });
export type Doubt = z.infer<typeof Doubt>;

export const Plan = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  machine: z.strictObject({ id: z.string(), revision: z.string(), hash: z.string() }),
  goals: Goals,
  weighting: z.string(),
  /** Ways that were not to be taken. */
  avoid: z.array(z.string()).optional(),
  /** How the machine came in, where that changed cautions and methods. */
  conditions: z.array(Condition).optional(),
  steps: z.array(Step),
  /** Every requirement that some step names, in words; with the figures where the drawing said so. */
  requirements: z.array(
    z.strictObject({
      id: z.string(),
      of: z.string(),
      cause: z.string(),
      text: SaidSchema,
      figures: SaidSchema.optional()
    })
  ),
  /** Ids of steps done before the power is away. */
  energised: z.array(z.string()),
  /** Ids of turns and lid moves during which something in the machine is not held. */
  loose: z.array(z.string()).default([]),
  /** Cost in s, down plus up. */
  set: Bounded,
  /** Weighted setup changes of the way down, s. */
  order: BoundedOrder,
  /** The same of the way up. */
  orderUp: BoundedOrder.optional(),
  /** What each spare brings and what moves over to it; new flat cables that are bent after the old ones. */
  swaps: z
    .array(
      z.strictObject({
        part: z.string(),
        brings: z.array(z.string()),
        over: z.array(z.strictObject({ part: z.string(), when: z.enum(['before', 'after']) })),
        form: z.array(z.string())
      })
    )
    .optional(),
  inHand: z.strictObject({
    spares: z.array(z.strictObject({ part: z.string(), name: SaidSchema, numbers: z.array(z.string()) })),
    tools: z.array(z.strictObject({ tool: z.string(), substitutes: z.array(z.string()) })),
    consumables: z.array(z.strictObject({ name: SaidSchema, material: z.string().optional(), amount: SaidSchema }))
  }),
  /**
   * What a second reading of the machine file, which shares nothing with planning, finds wrong with it, in that reading's own words;
   * not there where it finds nothing.
   */
  doubts: z.array(Doubt).min(1).optional(),
  /** Whole time, s: middle and cautious. */
  times: z.strictObject({ p50: z.number(), p80: z.number() })
});
export type Plan = z.infer<typeof Plan>;
