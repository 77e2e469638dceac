// npm run faults: races, kills, a full disk and a crowd against a real server and a database of their own. Fails when
// anything that was acknowledged is lost, anything is half there, or the server does not go on by itself.
import { installPostgres } from './database.mjs';
import { runCrowd, runHeavy } from './faults/crowd.mjs';
import { runFullDisk, smallDisk } from './faults/full-disk.mjs';
import { runKills } from './faults/kills.mjs';
import { runRaces } from './faults/races.mjs';
import { openShop } from './faults/shop.mjs';
import { writeFigures } from './reliability-page.mjs';
import { build, giveUp, installModules, step } from './setup.mjs';

const TRIALS = 250;
const KILLS = 20;

const lines = [];
const say = (text) => {
  lines.push(text);
  console.log(text);
};
const faults = [];
const ms = (value) => `${value.toFixed(0)} ms`;
const waits = (w) => `${w.asked} | ${ms(w.p50)} | ${ms(w.p99)} | ${ms(w.longest)}`;
const othersOf = (others) =>
  Object.entries(others)
    .map(([what, n]) => `${n} × ${what}`)
    .join(', ') || 'none';

async function races(shop) {
  say(`\n### A reading against whatever takes the ground from under it\n`);
  say('| A reading and | Trials | Lost or half |\n|---|---|---|');
  for (const { name, trials, faults: wrong } of await runRaces({ origin: shop.origin(), trials: TRIALS })) {
    say(`| ${name} | ${trials} | ${wrong.length} |`);
    faults.push(...wrong.map((w) => `${name}: ${w}`));
  }
}

async function kills(shop) {
  say(`\n### Ended with no warning while six people write five readings at a time\n`);
  say(
    '| Killed | Times | Groups acknowledged | Lost | Half there | Answered otherwise |\n|---|---|---|---|---|---|',
  );
  for (const victim of ['server', 'postmaster']) {
    const told = await runKills({ shop, victim, rounds: KILLS });
    say(
      `| ${victim} | ${told.rounds} | ${told.acknowledged} | ${told.lost} | ${told.half} | ${othersOf(told.others)} |`,
    );
    if (told.lost + told.half > 0)
      faults.push(`${victim} killed: ${told.lost} lost, ${told.half} half there`);
    for (const what of Object.keys(told.others))
      if (/^500/.test(what)) faults.push(`${victim} killed: ${what}`);
  }
}

async function fullDisk() {
  say(`\n### The disk of the database runs full, and is emptied\n`);
  const disk = await smallDisk();
  if (!disk) {
    say('Not tried: this user may not mount a small disk in memory.');
    return;
  }
  try {
    const shop = await openShop({ place: `${disk.folder}/database` });
    const told = await runFullDisk({ shop, disk });
    await shop.close();
    say(
      `${told.acknowledged} groups acknowledged, ${told.lost} lost, ${told.half} half there; while it was full: ${othersOf(told.whileFull)}; it went on by itself when there was room: ${told.wentOn ? 'yes' : 'no'}.`,
    );
    if (told.lost + told.half > 0 || !told.wentOn) faults.push('full disk');
    for (const what of Object.keys(told.whileFull)) if (/^500/.test(what)) faults.push(`full disk: ${what}`);
  } finally {
    await disk.remove();
  }
}

async function crowd() {
  const shop = await openShop({ demo: true });
  const told = await runCrowd({ shop, people: 50, seconds: 60 });
  say(`\n### Fifty people for a minute, each thinking three seconds between two requests\n`);
  say('| Asked for | Times | Median | 99 % | Longest |\n|---|---|---|---|---|');
  for (const row of told.rows) say(`| ${row.name} | ${waits(row)} |`);
  say(
    `\nFailed: ${told.failed.length}. Longest time that the server's event loop stood still: ${ms(told.stall.longestMs)}.`,
  );
  faults.push(...told.failed);
  const heavy = await runHeavy({ shop });
  say(`\n### What others wait for one row meanwhile\n`);
  say('| While | Times | Median | 99 % | Longest |\n|---|---|---|---|---|');
  say(`| 200 comparisons are asked for and abandoned | ${waits(heavy.abandoned)} |`);
  say(`| eight files of 24 MB of digits are read | ${waits(heavy.large)} |`);
  say(
    `\nThe files were answered ${othersOf(heavy.statuses)}; the event loop stood still for ${ms(heavy.stall.longestMs)} at most.`,
  );
  for (const status of Object.keys(heavy.statuses)) if (status >= 500) faults.push(`large files: ${status}`);
  await shop.close();
}

try {
  await step('PostgreSQL', installPostgres);
  await step('Packages', installModules);
  await step('Build', build);
  const shop = await openShop();
  try {
    await races(shop);
    await kills(shop);
  } finally {
    await shop.close();
  }
  await fullDisk();
  await crowd();
  for (const fault of faults.slice(0, 20)) console.log('FAULT', fault);
  console.log(`\n${faults.length} faults`);
  await writeFigures('npm run faults', lines.join('\n'));
  if (faults.length > 0) process.exitCode = 1;
} catch (error) {
  giveUp(error);
}
