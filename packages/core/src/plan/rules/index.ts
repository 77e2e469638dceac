import { amplifierDriven } from './amplifier-driven.ts';
import { amplifierInputs } from './amplifier-inputs.ts';
import { bandCovered } from './band-covered.ts';
import { bandSettled } from './band-settled.ts';
import { bassWithdrawn } from './bass-withdrawn.ts';
import { boostCost } from './boost-cost.ts';
import { cableDrop } from './cable-drop.ts';
import { cablesApart } from './cables-apart.ts';
import { cancellingOff, engineHint } from './cancelling-off.ts';
import { cavitiesSettled } from './cavities-settled.ts';
import { channelsEnough } from './channels-enough.ts';
import { chargingReserve } from './charging-reserve.ts';
import { claimContradicted } from './claim-contradicted.ts';
import { deviceChosen } from './device-chosen.ts';
import { deviceRoom } from './device-room.ts';
import { factoryFeed } from './factory-feed.ts';
import { factoryWirePower } from './factory-wire-power.ts';
import { faderKept } from './fader-kept.ts';
import { feedProcessed } from './feed-processed.ts';
import { foundAtIntake } from './found-at-intake.ts';
import { figuresSeen } from './figures-seen.ts';
import { forbiddenCircuit } from './forbidden-circuit.ts';
import { mainFuse } from './fuse.ts';
import { groundPoint } from './ground-point.ts';
import { inputVoltage } from './input-voltage.ts';
import { insertBand } from './insert-band.ts';
import { interfaceFits } from './interface-fits.ts';
import { latencyApart } from './latency-apart.ts';
import { levelsKnown } from './levels-known.ts';
import { lineLoaded } from './line-loaded.ts';
import { loadMissing } from './load-missing.ts';
import { microphonesKept } from './microphones-kept.ts';
import { minimumLoad } from './minimum-load.ts';
import { negativeGrounded } from './negative-grounded.ts';
import { networkNode } from './network-node.ts';
import { nominalVolts } from './nominal-volts.ts';
import { ohmsChanged } from './ohms-changed.ts';
import { outputLeftOut } from './output-left-out.ts';
import { outputsInParallel } from './outputs-in-parallel.ts';
import { phaseMeasured } from './phase-measured.ts';
import { polarityKnown } from './polarity-known.ts';
import { polarityMixed } from './polarity-mixed.ts';
import { remoteLoad } from './remote-load.ts';
import { resistorRated } from './resistor-rated.ts';
import type { FeedRule, PlanRule } from './rule.ts';
import { requiredSoundUnknown } from './required-sound-unknown.ts';
import { runAway, runAwayInput } from './run-away.ts';
import { sensesSignal } from './senses-signal.ts';
import { sidesComplete } from './sides-complete.ts';
import { bassMisplaced, sidesJoined } from './sides-joined.ts';
import { sourceFound } from './source-found.ts';
import { sourceSilent } from './source-silent.ts';
import { sidesMixed } from './sides-mixed.ts';
import { speakerIntoLine } from './speaker-into-line.ts';
import { stageKnown } from './stage-known.ts';
import { standingCurrent } from './standing-current.ts';
import { sumCancels } from './sum-cancels.ts';
import { breakerPlaced, delayPlaced } from './system-inserts.ts';
import { turnOff } from './turn-off.ts';
import { turnOnSource } from './turn-on-source.ts';
import { tweeterHighPass, waysShared } from './tweeter-high-pass.ts';
import { vehicleVolts } from './vehicle-volts.ts';
import { volumeControl } from './volume-control.ts';
import { volumeSteps } from './volume-steps.ts';
import { warningSoundLost } from './warning-sound-lost.ts';
import { spareLeft, wishAnswered, wishKept } from './wish-kept.ts';
import { withinBudget } from './within-budget.ts';
import { wooferHighs } from './woofer-highs.ts';

/** Every rule a feed is held against. */
export const FEED_RULES: readonly FeedRule[] = [
  forbiddenCircuit,
  claimContradicted,
  cavitiesSettled,
  volumeControl,
  feedProcessed,
  outputsInParallel,
  negativeGrounded,
  speakerIntoLine,
  inputVoltage,
  runAwayInput,
  amplifierDriven,
  minimumLoad,
  sidesJoined,
  bassMisplaced,
  bandCovered,
  sumCancels,
  tweeterHighPass,
  wooferHighs,
  sidesComplete,
  sidesMixed,
  bandSettled,
  polarityKnown,
  phaseMeasured,
  bassWithdrawn,
  engineHint,
  faderKept,
  factoryWirePower,
  boostCost,
  insertBand,
  lineLoaded,
  amplifierInputs,
];

/** Every rule the plan as a whole is held against. */
export const PLAN_RULES: readonly PlanRule[] = [
  sourceFound,
  outputLeftOut,
  foundAtIntake,
  figuresSeen,
  warningSoundLost,
  requiredSoundUnknown,
  wishKept,
  wishAnswered,
  spareLeft,
  sourceSilent,
  stageKnown,
  loadMissing,
  runAway,
  resistorRated,
  ohmsChanged,
  polarityMixed,
  waysShared,
  networkNode,
  microphonesKept,
  cancellingOff,
  channelsEnough,
  mainFuse,
  factoryFeed,
  turnOff,
  turnOnSource,
  sensesSignal,
  remoteLoad,
  delayPlaced,
  breakerPlaced,
  standingCurrent,
  groundPoint,
  chargingReserve,
  cableDrop,
  cablesApart,
  latencyApart,
  withinBudget,
  volumeSteps,
  levelsKnown,
  deviceChosen,
  deviceRoom,
  nominalVolts,
  vehicleVolts,
  interfaceFits,
];
