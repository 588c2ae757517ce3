/** What the machine looks like: what is open, what is out with all that rode on it, what hangs on its leash. */
export interface MachineState {
  open: Set<string>;
  off: Set<string>;
  leashed: Set<string>;
}
