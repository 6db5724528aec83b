import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, it } from 'vitest';
import { Radios } from './Radios';

afterEach(cleanup);

function Group({ start }: { start: string | null }) {
    const [value, setValue] = useState(start);
    const options = ['brush', 'patch', 'shell'].map((key) => ({ key, show: key }));
    return <Radios label="Mark with" options={options} value={value} onPick={setValue} optionClass={() => ''} />;
}

const chosen = (): string[] => screen.getAllByRole('radio', { checked: true }).map((r) => r.textContent ?? '');

it('is entered once by Tab and gone through by arrows, round and round', () => {
    render(<Group start="patch" />);
    expect(screen.getAllByRole('radio').map((r) => r.tabIndex)).toEqual([-1, 0, -1]);
    const group = screen.getByRole('radiogroup', { name: 'Mark with' });
    for (const [key, expected] of [
        ['ArrowRight', 'shell'],
        ['ArrowDown', 'brush'],
        ['ArrowLeft', 'shell'],
        ['Home', 'brush'],
        ['End', 'shell'],
        ['ArrowUp', 'patch'],
    ] as const) {
        fireEvent.keyDown(group, { key });
        expect(chosen()).toEqual([expected]);
        expect(document.activeElement?.textContent).toBe(expected);
    }
});

it('can be entered when nothing is chosen yet', () => {
    render(<Group start={null} />);
    expect(screen.getAllByRole('radio').map((r) => r.tabIndex)).toEqual([0, -1, -1]);
    fireEvent.keyDown(screen.getByRole('radiogroup'), { key: 'ArrowRight' });
    expect(chosen()).toHaveLength(1);
});
