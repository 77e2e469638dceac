// @vitest-environment jsdom
import { useState } from 'react';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { BandRange } from './BandRange.tsx';
import { Choices } from './Choices.tsx';
import { Conflict } from './Conflict.tsx';
import { FrequencyField } from './FrequencyField.tsx';
import { Notices } from './Notices.tsx';
import { useNotices } from './notices-store.ts';
import { NumberField, typedNumber } from './NumberField.tsx';
import { optionsOf, SelectField } from './SelectField.tsx';

afterEach(cleanup);
const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const shown = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;

describe('a number', () => {
  const field = (onChange: (v: number | null) => void, part: object = {}) =>
    render(
      <NumberField id="n" label="Volts" value={1.5} least={-2} most={20} onChange={onChange} {...part} />,
    );
  it('is read with comma or point and any minus, and nothing else', () => {
    expect(['3,7', ' .5 ', '−2', '-2', '+4', '12.'].map(typedNumber)).toEqual([3.7, 0.5, -2, -2, 4, 12]);
    expect(['', '3.7 V', '1.2.3', '1e3', 'four', '--1'].map(typedNumber)).toEqual(Array(6).fill(null));
  });
  it('stays as it is typed while its value follows, and shows what is changed elsewhere', () => {
    function Followed() {
      const [value, setValue] = useState<number | null>(1.5);
      return (
        <>
          <NumberField id="n" label="Volts" value={value} most={2000} onChange={setValue} />
          <button onClick={() => setValue(7)}>Undo</button>
        </>
      );
    }
    render(<Followed />);
    const own = screen.getByLabelText('Volts');
    own.focus();
    for (const text of ['1', '15', '15,', '15,0']) {
      type('Volts', text);
      expect(shown('Volts')).toBe(text);
    }
    // The same field all along: it keeps the focus.
    expect(document.activeElement).toBe(own);
    fireEvent.click(screen.getByText('Undo'));
    expect(shown('Volts')).toBe('7');
  });
  it('is passed on within its bounds; out of them it is said, and the last one stays', () => {
    const passed = vi.fn();
    field(passed);
    expect(shown('Volts')).toBe('1.5');
    type('Volts', '3,7');
    type('Volts', '21');
    expect(screen.getByText('A number from -2 to 20.')).toBeTruthy();
    expect(screen.getByLabelText('Volts').className).toContain('is-invalid');
    type('Volts', '-2');
    type('Volts', 'x');
    type('Volts', ' ');
    expect(passed.mock.calls).toEqual([[3.7], [-2], [null]]);
    expect(screen.getByLabelText('Volts').className).not.toContain('is-invalid');
  });
  it('may have to be whole', () => {
    const passed = vi.fn();
    field(passed, { whole: true });
    type('Volts', '2.5');
    type('Volts', '3');
    expect(passed.mock.calls).toEqual([[3]]);
  });
});

describe('one of several', () => {
  const KINDS = optionsOf({ off: 'engine off', idle: 'idling' });
  it('keeps its type, none among them, and says when what was chosen is not among them', () => {
    const passed = vi.fn();
    const options = [
      { value: null, word: 'none' },
      { value: 4, word: 'four' },
      { value: 10, word: 'ten' },
    ];
    const { rerender } = render(
      <SelectField<number | null> id="s" label="Size" value={4} options={options} onChange={passed} />,
    );
    expect(shown('Size')).toBe('4');
    type('Size', '10');
    type('Size', '');
    expect(passed.mock.calls).toEqual([[10], [null]]);
    rerender(
      <SelectField<number | null> id="s" label="Size" value={7} options={options} onChange={passed} />,
    );
    expect(screen.getByRole('option', { name: 'not in this list' })).toBeTruthy();
    // Choosing it again changes nothing.
    type('Size', '7');
    expect(passed).toHaveBeenCalledTimes(2);
  });
  it('tells what is wrong with it', () => {
    render(
      <SelectField
        id="e"
        label="Engine"
        value="off"
        options={KINDS}
        fault="choose another"
        help="While it idles"
        onChange={() => undefined}
      />,
    );
    expect(screen.getByText('choose another')).toBeTruthy();
    expect(screen.getByText('While it idles')).toBeTruthy();
    expect(screen.getByLabelText('Engine').className).toContain('is-invalid');
  });
  it('side by side: the chosen one is pressed', () => {
    function Held() {
      const [value, setValue] = useState<'off' | 'idle'>('off');
      return <Choices label="Engine" options={KINDS} value={value} onChange={setValue} />;
    }
    render(<Held />);
    fireEvent.click(screen.getByRole('button', { name: 'idling' }));
    expect(screen.getAllByRole('button').map((b) => b.getAttribute('aria-pressed'))).toEqual([
      'false',
      'true',
    ]);
  });
});

describe('a frequency', () => {
  it('is typed in any usual way and shown in ours once it is left', () => {
    const passed = vi.fn();
    render(<FrequencyField id="f" label="From" hz={80} onChange={passed} />);
    expect(shown('From')).toBe('80 Hz');
    type('From', '3,4k');
    expect(passed.mock.calls).toEqual([[3400]]);
    expect(shown('From')).toBe('3,4k');
    fireEvent.blur(screen.getByLabelText('From'));
    expect(shown('From')).toBe('80 Hz');
    type('From', 'low');
    fireEvent.blur(screen.getByLabelText('From'));
    expect(shown('From')).toBe('low');
    expect(screen.getByText(/Type a frequency/)).toBeTruthy();
  });
  it('a band is set by the arrow keys: a third of an octave, a twelfth with Shift, ends apart', () => {
    const passed = vi.fn();
    render(<BandRange lowHz={100} highHz={1000} name="Front" onChange={passed} />);
    const [low, high] = screen.getAllByRole('slider');
    const press = (on: HTMLElement, key: string, shiftKey = false) =>
      fireEvent.keyDown(on, { key, shiftKey });
    press(low, 'ArrowRight');
    press(low, 'ArrowDown', true);
    press(high, 'ArrowUp');
    press(high, 'Enter');
    expect(passed.mock.calls).toEqual([
      [130, 1000],
      [94, 1000],
      [100, 1300],
    ]);
    expect(low.getAttribute('aria-valuetext')).toBe('100 Hz');
  });
  it('the two ends of a band never meet, nor leave what is heard', () => {
    const passed = vi.fn();
    const { rerender } = render(<BandRange lowHz={100} highHz={160} name="Front" onChange={passed} />);
    const press = (at: number, key: string) => fireEvent.keyDown(screen.getAllByRole('slider')[at], { key });
    press(0, 'ArrowUp');
    press(1, 'ArrowDown');
    rerender(<BandRange lowHz={20} highHz={20_000} name="Front" onChange={passed} />);
    press(0, 'ArrowLeft');
    press(1, 'ArrowRight');
    expect(passed.mock.calls).toEqual([
      [110, 160],
      [100, 150],
      [20, 20_000],
      [20, 20_000],
    ]);
  });
});

describe('two versions of one thing', () => {
  const fields = [
    { name: 'name', label: 'Name' },
    { name: 'hz', label: 'From', show: (v: unknown) => `${String(v)} Hz` },
  ];
  it('show only what differs, and the choice', () => {
    const [keep, take] = [vi.fn(), vi.fn()];
    render(
      <Conflict
        fields={fields}
        mine={{ name: 'Front', hz: 80 }}
        current={{ name: 'Front', hz: 60 }}
        onKeepMine={keep}
        onTakeTheirs={take}
      />,
    );
    expect(screen.getAllByRole('rowheader').map((r) => r.textContent)).toEqual(['From']);
    expect(
      screen
        .getAllByRole('cell')
        .slice(-2)
        .map((c) => c.textContent),
    ).toEqual(['80 Hz', '60 Hz']);
    fireEvent.click(screen.getByRole('button', { name: 'Save mine over it' }));
    expect([keep.mock.calls.length, take.mock.calls.length]).toEqual([1, 0]);
    fireEvent.click(screen.getByRole('button', { name: 'Take the saved one' }));
    expect(take).toHaveBeenCalledOnce();
  });
});

describe('notices', () => {
  it('undo once and go; the newest three stay', () => {
    render(<Notices />);
    const undo = vi.fn();
    const { tell } = useNotices.getState();
    fireEvent.focus(document.body);
    for (const text of ['one', 'two', 'three']) tell({ text });
    tell({ text: 'four', undo });
    return screen.findByText('four').then(() => {
      expect(screen.queryByText('one')).toBeNull();
      fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
      expect(undo).toHaveBeenCalledOnce();
      expect(screen.queryByText('four')).toBeNull();
      fireEvent.click(screen.getAllByRole('button', { name: 'Dismiss' })[0]);
      expect(screen.queryByText('two')).toBeNull();
      expect(screen.getByText('three')).toBeTruthy();
    });
  });
});
