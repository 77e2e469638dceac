import { JOINT_CRAFT } from '../joints/joint-kinds.ts';
import type { Joint } from '../joints/joints-of.ts';
import type { WiringRemark } from '../rules/rule.ts';
import type { WiringInput } from '../wiring-input.ts';
import type { Bundle, Loom } from './loom.ts';
import { spotOf } from './spots.ts';
import type { Laid, Route } from './routing.ts';
import { ZONE, zoneInText } from './zones.ts';
import type { ZoneId } from '../../model/car-zones.ts';

/** What routes are judged by. */
export interface RoutesContext {
  loom: Loom;
  joints: readonly Joint[];
  input: WiringInput;
  /** of what is laid: `W1`, `Main fuse to Distribution block` */
  laidName: (laid: Laid) => string;
  spotName: (spotId: string) => string;
}

/** PVC of the usual kind (class A of ISO 6722-1) stands so much, degC. */
const USUAL_CABLE_C = 85;
/** More than this does not go through a grommet that was drilled for it, mm. */
const WIDE_BUNDLE_MM = 30;
/** A door's boot is full of the factory's wire already, mm. */
const DOOR_BUNDLE_MM = 10;

/** Where cable cannot go, should not go, or needs to be of another kind. */
export const checkRoutes = (context: RoutesContext): WiringRemark[] => [
  ...noWay(context),
  ...airbagPaths(context),
  ...besideSupply(context),
  ...hotZones(context),
  ...wetJoints(context),
  ...tightPassages(context),
];

function noWay({ loom, laidName, spotName }: RoutesContext): WiringRemark[] {
  return loom.stuck.map((laid) => {
    const lost = [laid.from, laid.to].find((id) => !loom.spots.get(id)?.zone);
    return {
      rule: 'no-route',
      severity: 'error',
      text: lost
        ? `${laidName(laid)} has no route: nobody has said where ${spotName(lost)} is.`
        : `${laidName(laid)} has no route from ${spotName(laid.from)} to ${spotName(laid.to)}: every passage there is blocked.`,
      remedy: lost
        ? 'Choose its zone.'
        : 'Keep the factory wire there, and change the plan to match; or unblock a passage that new wire fits through.',
    };
  });
}

function airbagPaths({ loom, laidName }: RoutesContext): WiringRemark[] {
  return loom.routes.flatMap(({ laid, zones }) => {
    const zone = zones.find((z) => ZONE[z].noGo !== null);
    if (!zone) return [];
    return [
      {
        rule: 'airbag-path',
        severity: 'error' as const,
        text: `${laidName(laid)} goes through ${zoneInText(zone)}, ${ZONE[zone].noGo}.`,
        remedy:
          'Route it elsewhere, or keep the factory wire there. The vehicle maker says what may be fixed near an airbag.',
      },
    ];
  });
}

/** Line level picks up what supply beside it carries: 200 mm apart, crossing at right angles. */
function besideSupply({ loom, laidName }: RoutesContext): WiringRemark[] {
  const shared = loom.bundles.filter(
    ({ laid }) => laid.some((l) => l.level === 'supply') && laid.some((l) => l.level === 'line'),
  );
  const lines = new Map<Laid, Bundle[]>();
  for (const bundle of shared)
    for (const l of bundle.laid) if (l.level === 'line') lines.set(l, [...(lines.get(l) ?? []), bundle]);
  return [...lines].map(([laid, bundles]) => ({
    rule: 'beside-supply',
    severity: 'warning',
    text: `${laidName(laid)} runs beside supply for about ${bundles.reduce((sum, b) => sum + b.link.lengthM, 0).toFixed(1)} m: ${bundles
      .map(({ link }) => `${zoneInText(link.a)} to ${zoneInText(link.b)}`)
      .join(', ')}.`,
    remedy: 'Keep them 200 mm apart and cross at right angles.',
  }));
}

const hottest = ({ zones }: Route) => zones.reduce((a, b) => (ZONE[b].ambientC > ZONE[a].ambientC ? b : a));

function hotZones({ loom, laidName }: RoutesContext): WiringRemark[] {
  return loom.routes.flatMap((route) => {
    const zone = hottest(route);
    if (ZONE[zone].ambientC <= USUAL_CABLE_C) return [];
    return [
      {
        rule: 'hot-zone',
        severity: 'warning' as const,
        text: `${laidName(route.laid)} passes ${zoneInText(zone)}: up to ${ZONE[zone].ambientC} °C, more than standard PVC cable is rated for.`,
        remedy: 'Use cable rated for 125 °C, in conduit, clear of the exhaust, clipped every 300 mm.',
      },
    ];
  });
}

/** Water gets in along a joint that is not sealed. */
export function wetJoints({ loom, joints, input, spotName }: RoutesContext): WiringRemark[] {
  const spots = new Map<string, ZoneId>();
  for (const { at, kind } of joints) {
    const id = spotOf(at, input);
    const zone = loom.spots.get(id)?.zone;
    if (zone && ZONE[zone].wet && kind === 'displacement-tap') spots.set(id, zone);
  }
  return [...spots].map(([id, zone]) => ({
    rule: 'wet-joint',
    severity: 'error',
    text: `A ${JOINT_CRAFT['displacement-tap'].name.toLowerCase()} at ${spotName(id)} is in a wet zone: ${zoneInText(zone)}.`,
    remedy: 'Crimp or solder it, under adhesive heat-shrink.',
  }));
}

function tightPassages({ loom }: RoutesContext): WiringRemark[] {
  return loom.bundles.flatMap(({ link, laid, thickMm }) => {
    const most = link.passage?.kind === 'door-boot' ? DOOR_BUNDLE_MM : WIDE_BUNDLE_MM;
    if (!link.passage || thickMm <= most) return [];
    return [
      {
        rule: 'tight-passage',
        severity: 'warning' as const,
        text: `${laid.length} cables, about ${thickMm.toFixed(0)} mm together, go from ${zoneInText(link.a)} to ${zoneInText(link.b)}: more than ${most} mm rarely fits.`,
        remedy: 'Route some of them elsewhere, or keep the factory wire there.',
      },
    ];
  });
}
