import type { FinishedCar } from '../../model/finished-car.ts';
import { isGround, terminalId, type TerminalRef } from '../terminal-ref.ts';
import { terminalAt, terminalsFor, wakesByItself } from '../wiring-input.ts';
import { deviceName } from '../words.ts';
import type { WiringRule } from './rule.ts';

const PLUS: TerminalRef = { of: 'battery', post: 'plus' };

const isRemoteOut = (car: FinishedCar, t: Extract<TerminalRef, { of: 'device' }>): boolean => {
  const device = car.devices.find((d) => d.id === t.deviceId);
  const terminal = device && terminalsFor(device).find((x) => x.key === t.key);
  return terminal ? terminal.kind === 'remote-out' : t.key === 'remote-out';
};

/** A device that is supplied needs a way to plus that a fuse lies in, a ground, and what turns it on. */
export const fedAndFused: WiringRule = ({ input: { car }, nets, fed }) =>
  car.devices.flatMap((device) => {
    const supply = terminalAt(device, 'supply');
    const ground = terminalAt(device, 'ground');
    if (!supply || !ground) return [];
    const name = deviceName(car, device.id);
    const say = (rule: string, text: string, remedy: string) => [
      { rule, severity: 'error' as const, text: `${name} ${text}`, remedy },
    ];
    const feeds = fed.with(supply);
    const fromPlus = feeds.some((t) => terminalId(t) === terminalId(PLUS) || t.of === 'factory-feed');
    const remote = terminalAt(device, 'remote-in');
    const told =
      wakesByItself(device) ||
      !remote ||
      fed
        .with(remote)
        .some(
          (t) =>
            t.of === 'turn-on' ||
            (t.of === 'relay' && t.pin === 87) ||
            (t.of === 'device' && t.deviceId !== device.id && isRemoteOut(car, t)),
        );
    return [
      ...(fromPlus ? [] : say('no-supply', 'is not joined to plus.', 'Run its supply, with its fuse.')),
      ...(nets.of(supply) === nets.of(PLUS)
        ? say(
            'no-fuse',
            'hangs on battery plus without a fuse.',
            'Put the main fuse within 450 mm of the battery.',
          )
        : []),
      ...(fed.with(ground).some(isGround)
        ? []
        : say('no-ground', 'has no ground.', 'Run its ground to the prepared point.')),
      ...(told ? [] : say('no-turn-on', 'is turned on by nothing.', 'Run its remote lead.')),
    ];
  });
