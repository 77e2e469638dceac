import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { Download, FileUp, Pencil, Plus, Trash2 } from 'lucide-react';
import { DEVICE_KINDS, type LibraryDevice, type PreferencesFields } from '@ulpen/core';
import { changePreferences } from '../../api/commands/change-preferences.ts';
import { removeDevice } from '../../api/commands/remove-device.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useDevices, usePreferences } from '../../api/shop-queries.ts';
import { Choices } from '../../ui/Choices.tsx';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { ThemeSwitch } from '../../ui/ThemeSwitch.tsx';
import { Wordmark } from '../../ui/Wordmark.tsx';
import { abilityWords } from './ability-words.ts';
import { DeviceDialog } from './DeviceDialog.tsx';
import { ConditionSets } from './ConditionSets.tsx';
import { DeviceImport } from './DeviceImport.tsx';
import { InstrumentsPane } from './InstrumentsPane.tsx';
import { PracticeLimits } from './PracticeLimits.tsx';
import '../../ui/panes.css';
import '../../ui/page-head.css';
import './shop.css';
import { KIND_WORD } from '../../ui/device-words.ts';
import { type ChoiceKey, PREFERENCE_WORDS, PRICE_WORD } from '../../ui/preference-words.ts';

/** The shop's own: the devices it plans with, and how it likes to work. */
export function ShopPage() {
  const devices = useDevices();
  const [importing, setImporting] = useState(false);
  const [editing, setEditing] = useState<LibraryDevice | 'new' | null>(null);
  const list = devices.data ?? [];
  return (
    <div className="shop-page">
      <header className="page-head">
        <Wordmark />
        <Link to="/">All jobs</Link>
        <span className="flex-fill" />
        <ThemeSwitch />
      </header>
      <main className="panes shop">
        <section className="pane" aria-label="Library">
          <div className="pane-title shop-title">
            <h1>Library</h1>
            <span className="quiet">
              <span className="num">{list.length}</span> devices
            </span>
            <span className="flex-fill" />
            {list.length > 0 && (
              <a className="btn btn-quiet" href="/api/v1/devices/table" download>
                <Download size={18} /> Export CSV
              </a>
            )}
            <Button variant="quiet" onClick={() => setEditing('new')}>
              <Plus size={18} /> Add one
            </Button>
            <Button variant={list.length > 0 ? 'secondary' : 'primary'} onClick={() => setImporting(true)}>
              <FileUp size={18} /> Import a table
            </Button>
          </div>
          {devices.isLoadingError && <p className="refused">{devices.error.message}</p>}
          {devices.isSuccess && list.length === 0 && (
            <EmptyState title="The library is empty">
              The planner then names the kind of device only. Import a table of what you sell: one row a
              device, one column an ability.
            </EmptyState>
          )}
          {DEVICE_KINDS.filter((kind) => list.some((d) => d.kind === kind)).map((kind) => (
            <section key={kind} aria-label={KIND_WORD[kind]}>
              <h2 className="label">{KIND_WORD[kind]}</h2>
              <ul className="devices">
                {list
                  .filter((d) => d.kind === kind)
                  .map((d) => (
                    <DeviceRow key={d.id} device={d} onEdit={() => setEditing(d)} />
                  ))}
              </ul>
            </section>
          ))}
        </section>
        <div className="pane shop-side">
          <InstrumentsPane />
          <PreferencesPane />
        </div>
      </main>
      {editing && (
        <DeviceDialog device={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />
      )}
      {importing && <DeviceImport onClose={() => setImporting(false)} known={list.map((d) => d.name)} />}
    </div>
  );
}

function DeviceRow({ device, onEdit }: { device: LibraryDevice; onEdit: () => void }) {
  const remove = useCommand(removeDevice);
  return (
    <li>
      <span className="device-name">
        <strong>{device.name}</strong>
        <span className="small quiet">
          {PRICE_WORD[device.priceClass]} price, {device.size}
        </span>
      </span>
      <span className="small">
        {abilityWords(device).join(' · ')}
        {device.note && <span className="quiet"> {device.note}</span>}
      </span>
      <span className="device-buttons">
        <Button variant="quiet" aria-label={`Change ${device.name}`} title="Change" onClick={onEdit}>
          <Pencil size={18} />
        </Button>
        <Button
          variant="quiet"
          aria-label={`Remove ${device.name}`}
          title="Remove"
          onClick={() => remove.mutate({ deviceId: device.id, name: device.name })}
        >
          <Trash2 size={18} />
        </Button>
      </span>
    </li>
  );
}

/** Where schools of the trade differ, this is what the shop does. */
function PreferencesPane() {
  const preferences = usePreferences();
  const change = useCommand(changePreferences);
  const now = preferences.data;
  if (!now) return <section aria-label="How this shop works" />;
  const put = <K extends keyof PreferencesFields>(key: K, value: PreferencesFields[K]) =>
    change.mutate({ ...now, [key]: value });
  const keys = Object.keys(PREFERENCE_WORDS) as ChoiceKey[];
  return (
    <section aria-label="How this shop works">
      <div className="pane-title">
        <h2>How this shop works</h2>
      </div>
      {keys.map((key) => (
        <div key={key} className="preference">
          <Choices<string>
            label={PREFERENCE_WORDS[key].label}
            options={PREFERENCE_WORDS[key].options}
            value={now[key]}
            onChange={(value) => put(key, value as PreferencesFields[typeof key])}
          />
          <p className="small quiet">{PREFERENCE_WORDS[key].why}</p>
        </div>
      ))}
      <p className="small quiet">
        A job’s own wish comes before these; a plan says where it could not follow them.
      </p>
      <PracticeLimits practice={now.practice} onChange={(practice) => put('practice', practice)} />
      <ConditionSets
        key={now.version}
        sets={now.conditionSets}
        onSave={(sets) => put('conditionSets', sets)}
      />
    </section>
  );
}
