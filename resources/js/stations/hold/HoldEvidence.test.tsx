import { router } from '@inertiajs/react';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { holdPage } from '@/test/samples';
import type { HeldPlace, HoldingReport } from '@/types/generated';
import { HoldEvidence } from './HoldEvidence';

const page = holdPage();

const place = (over: Partial<HeldPlace>): HeldPlace => ({
    key: 'overhang 1',
    kind: 'overhang',
    label: 'Overhang',
    why: 'It leans out.',
    areaMm2: 120.4,
    zMinMm: 24,
    zMaxMm: 30,
    seen: 0.25,
    atMm: [0, 0, 0],
    atFileMm: [1, 2, 3],
    spanMm: null,
    droop: 'droops where one looks',
    isAccepted: false,
    treated: null,
    number: 2,
    isSpared: false,
    ...over,
});

const report = (over: Partial<HoldingReport> = {}): HoldingReport => ({
    state: 'done',
    underWay: false,
    percent: 100,
    words: 'Done',
    failure: null,
    areaMm2: 318.2,
    places: [
        place({ key: 'island 1', kind: 'island', label: 'Island', areaMm2: 2.34, zMinMm: 9, why: 'Nothing under it.' }),
        place({}),
        place({ key: 'bridge 1', kind: 'bridge', label: 'Bridge', spanMm: 14.2, isAccepted: true }),
    ],
    smaller: 3,
    smallerMm2: 0.7,
    specks: 2,
    placesUrl: null,
    ...over,
});

function show(over: Partial<Parameters<typeof HoldEvidence>[0]> = {}) {
    const acts = {
        onLook: vi.fn(),
        onLimit: vi.fn(),
        onAccept: vi.fn(),
        onRule: vi.fn(),
        onTreat: vi.fn(),
        pin: null,
        onDone: vi.fn(),
        onHoldHere: null,
    };
    render(<HoldEvidence page={page} report={report()} at={null} {...acts} {...over} />);
    return acts;
}

const put = vi.spyOn(router, 'put').mockImplementation(() => undefined);

afterEach(cleanup);

describe('the Hold station', () => {
    it('says what hangs, what begins in the air and what spans, in numbers with units', () => {
        show();
        const said = document.body.textContent ?? '';
        expect(said).toMatch(/318\smm² lean out further than 45°/);
        expect(said).toContain('1 place begins in the air');
        expect(said).toMatch(/1 is a bridge, up to 14\smm long/);
        expect(said).toMatch(/And 3 places of less than half a square millimetre, 0\.7\smm² in all/);
        expect(said).toContain('And 2 islands smaller than a dot of the line');
        expect(screen.getByRole('radio', { name: /Island/ }).textContent).toMatch(/2\.3\smm².*9\.0\smm.*25/);
    });

    it('offers the schools of the limit, and says the customary one as none', () => {
        const acts = show({ page: { ...page, limitDeg: 48 } });
        expect(screen.getByRole('radio', { name: '48°, half a line holds' }).getAttribute('aria-checked')).toBe('true');
        fireEvent.click(screen.getByRole('radio', { name: '45°, customary' }));
        fireEvent.click(screen.getByRole('radio', { name: '59°, a quarter holds, cooled' }));
        expect(acts.onLimit.mock.calls).toEqual([[null], [59]]);
    });

    it('signs a place off, and takes it back', () => {
        const acts = show({ at: 'island 1' });
        expect(screen.getByText('Without: droops where one looks.')).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: 'Print it without' }));
        expect(acts.onAccept).toHaveBeenCalledWith('island 1');
        fireEvent.click(screen.getByRole('radio', { name: /Bridge/ }));
        expect(acts.onLook).toHaveBeenCalledWith('bridge 1');
    });

    it('takes a place back that was signed off', () => {
        show({ at: 'bridge 1' });
        expect(screen.getByRole('button', { name: 'Hold it after all' })).toBeTruthy();
    });

    it('says how far it is, and why it is not', () => {
        show({ report: report({ areaMm2: null, underWay: true, words: 'Looking under it', percent: 40 }) });
        expect(screen.getByRole('status').textContent).toContain('Looking under it · 40 %');
    });

    it('says so where nothing needs holding', () => {
        show({ report: report({ areaMm2: 0, places: [], smaller: 0, specks: 0 }) });
        expect(document.body.textContent).toContain('Nothing leans out further than 45° from the vertical, and nothing begins in the air.');
    });

    it('takes the contact that is picked away, and says which it is', () => {
        const onTakeAway = vi.fn();
        show({ at: 'island 1', contact: { words: 'Contact 2 of 9, 20.5 mm up', onTakeAway } });
        expect(screen.getByText('Contact 2 of 9, 20.5 mm up')).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: 'Take it away' }));
        expect(onTakeAway).toHaveBeenCalledOnce();
        expect(screen.queryByRole('button', { name: 'Print it without' })).toBeNull();
    });

    it('sets a contact at the place looked at where something stands', () => {
        const onHoldHere = vi.fn();
        show({ at: 'island 1', onHoldHere });
        fireEvent.click(screen.getByRole('button', { name: 'Set a contact here' }));
        expect(onHoldHere).toHaveBeenCalledOnce();
    });

    it('leaves bridges that the filament spans, by a rule', () => {
        const { onRule } = show();
        fireEvent.click(screen.getByRole('checkbox', { name: /bridges up to 15\smm print without/ }));
        expect(onRule).toHaveBeenCalledWith({ bridge_mm: 15 });
        cleanup();
        const after = show({ page: { ...page, bridgeMm: 12 } });
        fireEvent.click(screen.getByRole('checkbox', { name: /bridges up to 12\smm/ }));
        expect(after.onRule).toHaveBeenCalledWith({ bridge_mm: null });
    });

    it('leaves small leans by a rule of its own, and says at a place that it goes by one', () => {
        const { onRule } = show();
        fireEvent.click(screen.getByRole('checkbox', { name: /leans under 4\smm² print without/ }));
        expect(onRule).toHaveBeenCalledWith({ small_mm2: 4 });
        cleanup();
        const after = show({
            page: { ...page, smallMm2: 7 },
            at: 'overhang 1',
            report: report({ places: [place({ isSpared: true, isAccepted: true })] }),
        });
        fireEvent.keyUp(screen.getByRole('slider', { name: /Leans under this area/ }), { key: 'ArrowRight' });
        expect(after.onRule).toHaveBeenCalledWith({ small_mm2: 7 });
        expect((screen.getByRole('button', { name: 'Without, by a rule' }) as HTMLButtonElement).disabled).toBe(true);
    });

    it('takes a limit by hand, within what makes sense, and offers what was read off a test print', () => {
        const acts = show();
        const field = screen.getByRole('spinbutton', { name: 'Held from this lean on, by hand' });
        fireEvent.change(field, { target: { value: '52' } });
        expect(acts.onLimit).not.toHaveBeenCalled();
        fireEvent.keyDown(field, { key: 'Enter' });
        fireEvent.change(field, { target: { value: '120' } });
        fireEvent.blur(field);
        fireEvent.change(field, { target: { value: '' } });
        fireEvent.blur(field);
        expect(acts.onLimit.mock.calls).toEqual([[52], [85]]);
        expect(screen.queryByRole('button', { name: /Keep/ })).toBeNull();
        cleanup();
        show({ page: { ...page, limitDeg: 52 } });
        fireEvent.click(screen.getByRole('button', { name: 'Keep 52° as read off Marsh grey' }));
        expect(put.mock.calls[0]?.slice(0, 2)).toEqual(['/shelf/printers/1/filaments/2/reading', { limit_deg: 52 }]);
        cleanup();
        const read = show({ page: { ...page, reading: { ...page.reading, limitDeg: 57 } } });
        fireEvent.click(screen.getByRole('radio', { name: '57°, your reading' }));
        expect(read.onLimit).toHaveBeenCalledWith(57);
    });

    it('holds one place in a way of its own, where something holds the rest', () => {
        const acts = show({ at: 'overhang 1', onHoldHere: vi.fn(), page: { ...page, way: 'tree' } });
        const select = screen.getByRole('combobox', { name: 'How this place is held' });
        expect([...select.querySelectorAll('option')].map((o) => o.textContent)).toEqual(['as the rest is', 'by columns', 'by a relief']);
        fireEvent.change(select, { target: { value: 'relief' } });
        fireEvent.change(select, { target: { value: '' } });
        expect(acts.onTreat.mock.calls).toEqual([
            ['overhang 1', 'relief'],
            ['overhang 1', null],
        ]);
        cleanup();
        show({ at: 'overhang 1', page: { ...page, way: 'none' } });
        expect(screen.queryByRole('combobox')).toBeNull();
        cleanup();
        show({ report: report({ places: [place({ treated: 'relief' })] }) });
        expect(screen.getByRole('radio', { name: /Overhang.*relief/ })).toBeTruthy();
    });

    it('sets contacts by pointing, and says so while it does', () => {
        const onPin = vi.fn();
        show({ pin: { isOn: false, onPin } });
        fireEvent.click(screen.getByRole('button', { name: 'Point at a contact' }));
        expect(onPin).toHaveBeenCalledOnce();
        cleanup();
        show({ pin: { isOn: true, onPin } });
        expect(screen.getByRole('button', { name: 'Done pointing' }).getAttribute('aria-pressed')).toBe('true');
        expect(document.body.textContent).toContain('Point at the piece where one more is to hold it.');
    });
});
