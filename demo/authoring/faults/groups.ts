import { expose, reach, replace, type FaultSetBuilder } from './builder';

/** Figures of all groups are bench rules of thumb: what is plugged comes loose more often than a part dies, and a part more often than a board. */

/** An input or a small device on plugs of its own: dead as a whole, or intermittent. */
export function device(
  b: FaultSetBuilder,
  o: { f: string; name: string; part: string; plugs: string[]; weight: number; listed?: boolean; at?: string[] }
): void {
  const [dead, fits] = [`${o.f}-dead`, `${o.f}-by-fits`];
  const name = o.name.toLowerCase();
  const at = o.at ?? ['main board', 'far end'];
  b.symptom(dead, `${o.name} dead`, o.f).symptom(fits, `${o.name} intermittent`);
  b.fault(`${o.f}-worn`, `${o.name} defective`, o.weight, { [dead]: 0.7, [fits]: 0.3 }, { part: o.part });
  b.fault(`${o.f}-driver`, `${o.name}: switched off, or its driver is missing`, o.weight * 0.5, { [dead]: 1 });
  b.fault(
    `${o.f}-board`,
    `Main board: circuit of the ${name}`,
    o.weight * 0.12,
    { [dead]: 0.9, [fits]: 0.1 },
    { part: 'board' }
  );
  const loose = o.plugs.map((plug) => `${plug}-loose`);
  o.plugs.forEach((plug, i) =>
    b.fault(
      loose[i]!,
      `${o.name}: plug at the ${at[i]} not fully seated`,
      o.weight * (i === 0 ? 1.1 : 0.5),
      { [dead]: 0.6, [fits]: 0.4 },
      { joint: plug }
    )
  );
  b.test(
    `${o.f}-outside`,
    `Firmware setup, or a system started from a USB stick: any response from the ${name}?`,
    150,
    ['Works there', 'Dead there too'],
    0.02,
    { [`${o.f}-driver`]: 0.97, ...Object.fromEntries(loose.map((l) => [l, 0.1])) }
  );
  if (o.listed)
    b.test(
      `${o.f}-listed`,
      `Hardware listing: is there an entry for the ${name}?`,
      90,
      ['Listed', 'Not listed'],
      0.04,
      { [`${o.f}-driver`]: 0.9, [`${o.f}-worn`]: 0.3 }
    );
  o.plugs.forEach((plug, i) =>
    b.test(
      `${plug}-seat`,
      `Plug of the ${name} at the ${at[i]}: fully seated, lock closed, cable straight?`,
      25,
      ['Not seated', 'Looks right'],
      0.05,
      { [loose[i]!]: 0.75 },
      {
        needs: [reach(plug)],
        how: 'Look along the board with a lamp before touching it; the white line must disappear evenly.'
      }
    )
  );
  b.repair(`${o.f}-setting`, `Switch on the ${name}, install the driver`, 240, [`${o.f}-driver`]);
  o.plugs.forEach((plug, i) =>
    b.repair(`${plug}-reseat`, `Reseat the plug of the ${name} at the ${at[i]}`, 40, [loose[i]!], reach(plug))
  );
  b.repair(`${o.f}-replace`, `Replace the ${name}`, 120, [`${o.f}-worn`, ...loose], replace(o.part));
  b.alsoMends('board-replace', `${o.f}-board`, loose[0]!);
}

/** The main board's own repair, which every group adds to; it has to come first. */
export function board(b: FaultSetBuilder): void {
  b.symptom('no-start', 'Does not start: no light, no fan', 'power')
    .symptom('starts-dark', 'Starts, but nothing on any screen')
    .symptom('off-under-load', 'Goes off under load');
  b.fault(
    'board-power',
    'Main board: power stage',
    1.2,
    { 'no-start': 0.85, 'off-under-load': 0.15 },
    { part: 'board' }
  );
  b.repair('board-replace', 'Replace the main board', 600, ['board-power'], replace('board'));
}

/** Power as it comes in: adapter, socket, its plug, the battery. */
export function power(
  b: FaultSetBuilder,
  o: { socket: string; socketName: string; plug: string; battery: string; batteryPlug: string; isOutside?: boolean }
): void {
  b.symptom('no-charge', 'Does not charge').symptom('adapter-only', 'Runs with the adapter only');
  b.fault('adapter-dead', 'Adapter or its cable', 3, { 'no-start': 0.5, 'no-charge': 1 });
  b.fault('latched', 'Power control latched, needs a reset', 2, { 'no-start': 1 });
  b.fault(
    'socket-worn',
    `${o.socketName} worn or torn off`,
    1.8,
    { 'no-start': 0.4, 'no-charge': 1 },
    { part: o.socket }
  );
  b.fault(
    'socket-plug-loose',
    `${o.socketName}: plug on the main board not fully seated`,
    0.9,
    { 'no-start': 0.4, 'no-charge': 1 },
    { joint: o.plug }
  );
  b.fault(
    'battery-worn',
    'Battery worn out or defective',
    4,
    { 'adapter-only': 1, 'off-under-load': 0.3, 'no-charge': 0.3 },
    { part: o.battery }
  );
  b.fault(
    'battery-plug-loose',
    'Battery plug not fully seated',
    0.8,
    { 'adapter-only': 1, 'no-charge': 0.8 },
    { joint: o.batteryPlug }
  );
  b.fault(
    'board-charging',
    'Main board: charging circuit',
    0.5,
    { 'adapter-only': 0.6, 'no-charge': 1, 'no-start': 0.1 },
    { part: 'board' }
  );
  b.test(
    'other-adapter',
    'Does it start or charge with a known good adapter?',
    60,
    ['Yes', 'No'],
    0.01,
    { 'adapter-dead': 0.99 },
    { how: 'Same voltage, same plug, at least its power. The old one is not opened.' }
  );
  b.test(
    'socket-wiggle',
    'Does the charge light flicker when the plug in the socket is moved gently?',
    30,
    ['It flickers', 'Steady or dark'],
    0.03,
    { 'socket-worn': 0.7, 'adapter-dead': 0.15, 'socket-plug-loose': 0.25 }
  );
  b.test(
    'battery-figures',
    'Do the battery\u2019s own figures say that it is worn?',
    60,
    ['Worn', 'Sound, or not readable'],
    0.1,
    { 'battery-worn': 0.85, 'battery-plug-loose': 0.02 }
  );
  b.test(
    'voltage-at-board',
    'With a meter: does the adapter\u2019s voltage reach the main board?',
    120,
    ['It does', 'It does not'],
    0.98,
    { 'adapter-dead': 0.02, 'socket-worn': 0.04, 'socket-plug-loose': 0.1 },
    {
      needs: [expose('board')],
      how: 'Low voltage only, one hand, insulated probes; nothing on the mains side is measured or opened.'
    }
  );
  b.repair('adapter-change', 'Use another adapter', 60, ['adapter-dead']);
  b.repair(
    'let-go',
    'Adapter off, battery away, hold the power button for 30 s, then the adapter alone',
    90,
    ['latched'],
    o.isOutside ? { do: 'remove', part: o.battery } : reach(o.batteryPlug)
  );
  b.repair(
    'socket-plug-reseat',
    `Reseat the plug of the ${o.socketName.toLowerCase().replace('dc', 'DC')}`,
    40,
    ['socket-plug-loose'],
    reach(o.plug)
  );
  b.repair(
    'socket-replace',
    `Replace the ${o.socketName.toLowerCase().replace('dc', 'DC')}`,
    120,
    ['socket-worn', 'socket-plug-loose'],
    replace(o.socket)
  );
  b.repair('battery-plug-reseat', 'Reseat the battery plug', 40, ['battery-plug-loose'], reach(o.batteryPlug));
  b.repair('battery-replace', 'Replace the battery', 180, ['battery-worn', 'battery-plug-loose'], replace(o.battery));
  b.alsoMends('board-replace', 'board-charging');
}

/** Picture: panel, its plugs and cable, memory, the board. */
export function picture(
  b: FaultSetBuilder,
  o: { panel: string; panelName: string; plug: string; farPlug?: string; memory?: string[] }
): void {
  b.symptom('no-picture', 'No picture, but it runs', 'display')
    .symptom('flickers', 'Flickers or shows lines when the lid moves')
    .symptom('no-camera-too', 'Camera and microphone are gone as well', 'camera', 'microphone');
  b.fault('panel-dead', `${o.panelName} defective`, 2.4, { 'no-picture': 0.7, flickers: 0.3 }, { part: o.panel });
  b.fault(
    'display-plug-loose',
    'Display plug on the main board not fully seated',
    1.6,
    { 'no-picture': 0.6, flickers: 0.4, 'no-camera-too': 0.6 },
    { joint: o.plug }
  );
  b.fault(
    'display-cable-worn',
    'Display cable worn at the hinge',
    1.2,
    { 'no-picture': 0.4, flickers: 0.9, 'no-camera-too': 0.4 },
    { part: 'display-cable' }
  );
  b.fault(
    'board-video',
    'Main board: graphics',
    0.5,
    { 'no-picture': 0.9, 'starts-dark': 1, flickers: 0.1 },
    { part: 'board' }
  );
  b.test('outer-display', 'Is there a picture on an external display?', 60, ['Yes', 'No'], 0.97, {
    'board-video': 0.06,
    ...Object.fromEntries((o.memory ?? []).map((m) => [`${m}-loose`, 0.01]))
  });
  b.test('lid-moved', 'Does the picture change while the lid is moved slowly?', 30, ['It does', 'No change'], 0.03, {
    'display-cable-worn': 0.9,
    'display-plug-loose': 0.35,
    'panel-dead': 0.12
  });
  b.test(
    'display-plug-seat',
    'Display plug: fully seated, bail or lock closed?',
    25,
    ['Not seated', 'Looks right'],
    0.04,
    { 'display-plug-loose': 0.8 },
    { needs: [reach(o.plug)] }
  );
  b.repair(
    'display-plug-reseat',
    'Reseat the display plug on the main board',
    40,
    ['display-plug-loose'],
    reach(o.plug)
  );
  b.repair(
    'panel-replace',
    `Replace the ${o.panelName.toLowerCase()}`,
    120,
    ['panel-dead', ...(o.farPlug ? ['panel-plug-loose'] : ['display-cable-worn'])],
    replace(o.panel)
  );
  if (o.farPlug) {
    b.fault(
      'panel-plug-loose',
      'Display plug at the panel not fully seated',
      0.9,
      { 'no-picture': 0.6, flickers: 0.5 },
      { joint: o.farPlug }
    );
    b.repair('panel-plug-reseat', 'Reseat the plug at the panel', 40, ['panel-plug-loose'], reach(o.farPlug));
    b.repair(
      'display-replace',
      'Replace the whole display assembly',
      180,
      ['panel-dead', 'display-cable-worn', 'display-plug-loose', 'panel-plug-loose'],
      replace('display')
    );
  }
  for (const memory of o.memory ?? []) {
    b.fault(
      `${memory}-loose`,
      `${memory === 'memory-a' ? 'Memory module A' : 'Memory module B'} not fully seated`,
      1,
      { 'starts-dark': 0.9, 'off-under-load': 0.1 },
      { joint: `${memory}-socket` }
    );
    b.repair(
      `${memory}-reseat`,
      `Reseat memory module ${memory === 'memory-a' ? 'A' : 'B'}`,
      60,
      [`${memory}-loose`],
      reach(`${memory}-socket`)
    );
  }
  if (o.memory)
    b.test(
      'start-pattern',
      'Does it blink or beep the pattern for missing memory?',
      45,
      ['It does', 'Silent'],
      0.02,
      Object.fromEntries(o.memory.map((m) => [`${m}-loose`, 0.8]))
    );
  b.alsoMends('board-replace', 'board-video', 'display-plug-loose');
}

/** Heat and noise: dust, bearing, compound, the fan's plug. */
export function cooling(
  b: FaultSetBuilder,
  o: { fans: { part: string; plug?: string; name: string }[]; sink: string; sinkName: string }
): void {
  if (o.fans.length > 0) b.symptom('rattles', 'Fan rattles or whines');
  b.symptom('hot', 'Runs hot, slow under load');
  b.fault(
    'dust',
    'Clogged with dust',
    4,
    { hot: 0.9, ...(o.fans.length > 0 ? { rattles: 0.15 } : {}), 'off-under-load': 0.3 },
    { part: o.sink }
  );
  b.fault('compound-dry', 'Thermal compound dried out', 2, { hot: 1, 'off-under-load': 0.5 }, { part: o.sink });
  b.test(
    'blown-through',
    'Look into the outlet with a lamp: are the fins clear?',
    40,
    ['Clogged', 'Clear'],
    0.15,
    { dust: 0.9 },
    { how: 'Hold the blades still while blowing.' }
  );
  b.test(
    'heats-at-once',
    'Does the temperature jump within seconds of a load?',
    180,
    ['It jumps', 'It climbs slowly'],
    0.2,
    { 'compound-dry': 0.9, dust: 0.3 }
  );
  b.repair(
    'clean',
    'Clean the fins and the fan',
    240,
    ['dust'],
    o.fans.length > 0 ? expose(o.fans[0]!.part) : expose(o.sink)
  );
  b.repair('compound-renew', 'Clean both faces and renew the thermal compound', 240, ['compound-dry', 'dust'], {
    do: 'remove',
    part: o.sink
  });
  for (const fan of o.fans) {
    b.fault(
      `${fan.part}-bearing`,
      `${fan.name}: bearing worn`,
      2.5 / o.fans.length,
      { rattles: 0.9, hot: 0.3 },
      { part: fan.part }
    );
    b.repair(
      `${fan.part}-replace`,
      `Replace the ${fan.name.toLowerCase()}`,
      120,
      [`${fan.part}-bearing`, ...(fan.plug ? [`${fan.plug}-loose`] : [])],
      replace(fan.part)
    );
    if (!fan.plug) continue;
    b.fault(
      `${fan.plug}-loose`,
      `${fan.name}: plug not fully seated`,
      0.6 / o.fans.length,
      { hot: 1, 'off-under-load': 0.4 },
      { joint: fan.plug }
    );
    b.repair(
      `${fan.plug}-reseat`,
      `Reseat the plug of the ${fan.name.toLowerCase()}`,
      40,
      [`${fan.plug}-loose`],
      reach(fan.plug)
    );
  }
  const bearings = o.fans.map((f) => `${f.part}-bearing`);
  if (o.fans.length > 1)
    b.test('which-fan', 'By ear, with a tube at the grille: is it the one on the right?', 40, ['Right', 'Left'], 0.5, {
      [bearings[0]!]: 0.92,
      [bearings[1]!]: 0.08
    });
}

/** Radio: card, antennas, the switch. */
export function radio(b: FaultSetBuilder, o: { snaps: string[]; bluetooth?: boolean }): void {
  b.symptom('no-wifi', 'No wireless network at all', 'wifi').symptom(
    'weak-wifi',
    'Wireless only near the access point'
  );
  if (o.bluetooth) b.symptom('no-bluetooth', 'Bluetooth gone as well', 'bluetooth');
  const both: Record<string, number> = o.bluetooth ? { 'no-bluetooth': 0.95 } : {};
  b.fault('radio-off', 'Radio: switched off, or its driver is missing', 2.5, {
    'no-wifi': 1,
    ...(o.bluetooth ? { 'no-bluetooth': 0.5 } : {})
  });
  b.fault(
    'card-dead',
    'Wireless card defective',
    1,
    { 'no-wifi': 0.9, 'weak-wifi': 0.1, ...both },
    { part: 'wlan-card' }
  );
  b.fault(
    'card-loose',
    'Wireless card not fully seated in its slot',
    0.8,
    { 'no-wifi': 1, ...both },
    { joint: 'wlan-card-slot' }
  );
  for (const snap of o.snaps)
    b.fault(
      `${snap}-off`,
      `${snap === 'wlan-main-snap' ? 'Main' : 'Second'} antenna plug off`,
      1.1,
      { 'weak-wifi': 0.95, 'no-wifi': 0.05 },
      { joint: snap }
    );
  b.test(
    'radio-outside',
    'Does a system started from a USB stick see networks?',
    240,
    ['It does', 'It does not'],
    0.03,
    { 'radio-off': 0.95 }
  );
  b.test(
    'card-listed',
    'Hardware listing: is there an entry for the wireless card?',
    60,
    ['Listed', 'Not listed'],
    0.97,
    { 'card-dead': 0.35, 'card-loose': 0.03 }
  );
  b.repair('radio-on', 'Switch on the radio, install the driver', 200, ['radio-off']);
  b.repair('card-reseat', 'Reseat the wireless card', 60, ['card-loose'], reach('wlan-card-slot'));
  b.repair(
    'card-replace',
    'Replace the wireless card',
    90,
    ['card-dead', 'card-loose', ...o.snaps.map((s) => `${s}-off`)],
    replace('wlan-card')
  );
  for (const snap of o.snaps)
    b.repair(
      `${snap}-press`,
      `Press the ${snap === 'wlan-main-snap' ? 'main' : 'second'} antenna plug on`,
      30,
      [`${snap}-off`],
      reach(snap)
    );
}
