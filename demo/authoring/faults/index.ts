import { FaultSetBuilder, reach, replace } from './builder';
import { board, cooling, device, picture, power, radio } from './groups';

/** What is known to go wrong with the Skerry Line's machines. */
export function faultSets() {
  const fathom = new FaultSetBuilder('norrvik-fathom-14');
  board(fathom);
  power(fathom, {
    socket: 'dc-jack',
    socketName: 'DC-in socket',
    plug: 'dc-plug',
    battery: 'battery',
    batteryPlug: 'battery-plug'
  });
  picture(fathom, {
    panel: 'panel',
    panelName: 'Display panel',
    plug: 'display-plug',
    farPlug: 'panel-plug',
    memory: ['memory-a', 'memory-b']
  });
  cooling(fathom, { fans: [{ part: 'fan', plug: 'fan-plug', name: 'Fan' }], sink: 'heat-sink', sinkName: 'Heat sink' });
  radio(fathom, { snaps: ['wlan-main-snap', 'wlan-aux-snap'], bluetooth: true });
  device(fathom, { f: 'keyboard', name: 'Keyboard', part: 'keyboard', plugs: ['keyboard-plug'], weight: 3 });
  device(fathom, {
    f: 'touchpad',
    name: 'Touchpad',
    part: 'touchpad',
    plugs: ['touchpad-plug', 'touchpad-far-plug'],
    weight: 1.6,
    listed: true
  });
  device(fathom, {
    f: 'fingerprint',
    name: 'Fingerprint reader',
    part: 'fingerprint-board',
    plugs: ['fingerprint-plug', 'fingerprint-far-plug'],
    weight: 0.8,
    listed: true
  });

  const ballast = new FaultSetBuilder('norrvik-ballast-15');
  board(ballast);
  power(ballast, {
    socket: 'dc-jack',
    socketName: 'DC-in socket',
    plug: 'dc-plug',
    battery: 'battery',
    batteryPlug: 'battery-blade',
    isOutside: true
  });
  picture(ballast, {
    panel: 'panel',
    panelName: 'Display panel',
    plug: 'display-plug',
    farPlug: 'panel-plug',
    memory: ['memory-a', 'memory-b']
  });
  ballast.symptom('dim', 'Picture very dark, seen only with a lamp');
  ballast.fault('inverter-dead', 'Backlight inverter defective', 2, { dim: 1, flickers: 0.3 }, { part: 'inverter' });
  ballast.fault('lamp-dead', 'Backlight lamp worn out', 1.5, { dim: 0.9, flickers: 0.5 }, { part: 'panel' });
  ballast.fault(
    'inverter-plug-loose',
    'Inverter plug not fully seated',
    0.7,
    { dim: 1, flickers: 0.2 },
    { joint: 'inverter-plug' }
  );
  ballast.test(
    'reddish',
    'Was it reddish and slow to come up before it went dark?',
    20,
    ['It was', 'No, at once'],
    0.06,
    { 'lamp-dead': 0.85 }
  );
  ballast.repair(
    'inverter-plug-reseat',
    'Reseat the inverter plug',
    40,
    ['inverter-plug-loose'],
    reach('inverter-plug')
  );
  ballast.repair(
    'inverter-replace',
    'Replace the backlight inverter',
    90,
    ['inverter-dead', 'inverter-plug-loose'],
    replace('inverter')
  );
  ballast.alsoMends('panel-replace', 'lamp-dead').alsoMends('display-replace', 'lamp-dead', 'inverter-dead');
  cooling(ballast, {
    fans: [{ part: 'fan', plug: 'fan-plug', name: 'Fan' }],
    sink: 'heat-sink',
    sinkName: 'Heat sink'
  });
  radio(ballast, { snaps: ['wlan-main-snap', 'wlan-aux-snap'] });
  device(ballast, { f: 'keyboard', name: 'Keyboard', part: 'keyboard', plugs: ['keyboard-plug'], weight: 3 });
  device(ballast, {
    f: 'touchpad',
    name: 'Touchpad',
    part: 'touchpad',
    plugs: ['touchpad-plug'],
    weight: 1.5,
    listed: true
  });

  const slip = new FaultSetBuilder('lindquay-slip-11');
  board(slip);
  power(slip, {
    socket: 'power-board',
    socketName: 'Power socket board',
    plug: 'power-plug',
    battery: 'battery',
    batteryPlug: 'battery-plug'
  });
  picture(slip, { panel: 'panel', panelName: 'Display panel', plug: 'display-plug', farPlug: 'panel-plug' });
  cooling(slip, { fans: [], sink: 'spreader', sinkName: 'Heat spreader' });
  radio(slip, { snaps: ['wlan-main-snap', 'wlan-aux-snap'], bluetooth: true });
  device(slip, { f: 'keyboard', name: 'Keyboard', part: 'keyboard', plugs: ['keyboard-plug'], weight: 3 });
  device(slip, {
    f: 'touchpad',
    name: 'Touchpad',
    part: 'touchpad',
    plugs: ['touchpad-plug'],
    weight: 1.6,
    listed: true
  });
  device(slip, {
    f: 'card-reader',
    name: 'Daughterboard',
    part: 'io-board',
    plugs: ['io-plug', 'io-far-plug'],
    weight: 1.2,
    listed: true
  });

  const gannet = new FaultSetBuilder('lindquay-gannet-13');
  board(gannet);
  power(gannet, {
    socket: 'power-board',
    socketName: 'Power socket board',
    plug: 'power-plug',
    battery: 'battery',
    batteryPlug: 'battery-plug'
  });
  picture(gannet, { panel: 'display', panelName: 'Display assembly', plug: 'display-plug' });
  cooling(gannet, { fans: [{ part: 'fan', plug: 'fan-plug', name: 'Fan' }], sink: 'heat-sink', sinkName: 'Heat sink' });
  radio(gannet, { snaps: ['wlan-main-snap', 'wlan-aux-snap'], bluetooth: true });
  device(gannet, {
    f: 'touchpad',
    name: 'Touchpad',
    part: 'touchpad',
    plugs: ['touchpad-plug'],
    weight: 2,
    listed: true
  });
  device(gannet, { f: 'keyboard', name: 'Keyboard', part: 'keyboard', plugs: ['keyboard-plug'], weight: 2.5 });
  device(gannet, {
    f: 'usb-right',
    name: 'Right ports',
    part: 'io-board',
    plugs: ['io-plug', 'io-far-plug'],
    weight: 1.3,
    listed: true
  });
  gannet.fault(
    'cell-presses',
    'Swelling battery presses on the touchpad',
    1.5,
    { 'touchpad-by-fits': 0.9, 'touchpad-dead': 0.2, 'adapter-only': 0.2 },
    { part: 'battery' }
  );
  gannet.test(
    'sits-flat',
    'Does it stand flat on a flat table, and is the touchpad flush?',
    20,
    ['It rocks, or the touchpad stands up', 'Flat and flush'],
    0.03,
    { 'cell-presses': 0.85 },
    { how: 'Do not press on it. If it bulges: stop, and answer the safety questions again.' }
  );
  gannet.alsoMends('battery-replace', 'cell-presses');

  const pilot = new FaultSetBuilder('norrvik-pilot-14');
  board(pilot);
  power(pilot, {
    socket: 'power-board',
    socketName: 'Power socket board',
    plug: 'power-board-plug',
    battery: 'battery',
    batteryPlug: 'battery-plug'
  });
  picture(pilot, { panel: 'panel', panelName: 'Display panel', plug: 'display-plug', farPlug: 'panel-plug' });
  cooling(pilot, {
    fans: [
      { part: 'fan-right', plug: 'fan-right-plug', name: 'Right fan' },
      { part: 'fan-left', plug: 'fan-left-plug', name: 'Left fan' }
    ],
    sink: 'heat-sink',
    sinkName: 'Heat sink'
  });
  radio(pilot, { snaps: ['wlan-main-snap', 'wlan-aux-snap'], bluetooth: true });
  device(pilot, { f: 'keyboard', name: 'Keyboard', part: 'keyboard', plugs: ['keyboard-plug'], weight: 3 });
  device(pilot, {
    f: 'touchpad',
    name: 'Touchpad',
    part: 'touchpad',
    plugs: ['touchpad-plug'],
    weight: 1.6,
    listed: true
  });
  device(pilot, {
    f: 'camera',
    name: 'Camera',
    part: 'camera',
    plugs: ['camera-far-plug', 'camera-plug'],
    at: ['display cable', 'camera'],
    weight: 1,
    listed: true
  });

  return [fathom, ballast, slip, gannet, pilot].map((b) => b.set);
}
