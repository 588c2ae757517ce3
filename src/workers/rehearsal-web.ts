import { accessOf } from '../core/access';
import { reachFrom, type FaultSet } from '../core/faults';
import { modelOf, type Machine } from '../core/machine';
import { faultOf, findingOf, repairSeconds, type Found, type Harm } from '../core/rehearsal';

/** In the browser: what putting harms right would take, worked out away from the screen. */
export interface AftermathAsked {
  machine: Machine;
  faults: FaultSet | null;
  harms: readonly Harm[];
}
/** One harm after the other as it is worked out, in the order in which they were asked. */
export interface AftermathTold {
  at: number;
  /** The planner's time there and back, s. */
  seconds?: number;
  /** How fault finding comes to it. */
  finding?: readonly Found[];
}

self.addEventListener('message', ({ data: { machine, faults, harms } }: MessageEvent<AftermathAsked>) => {
  const access = accessOf(modelOf(machine));
  const reach = faults && reachFrom(access, faults);
  for (const [at, harm] of harms.entries()) {
    const seconds = repairSeconds(access, harm);
    const fault = faults ? faultOf(access.model, faults, harm) : undefined;
    const finding = fault && faults && reach ? findingOf(faults, fault, reach) : undefined;
    self.postMessage({
      at,
      ...(seconds === undefined ? {} : { seconds }),
      ...(finding ? { finding } : {})
    } satisfies AftermathTold);
  }
});
