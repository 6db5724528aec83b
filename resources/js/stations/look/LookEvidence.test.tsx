import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { facts, markList, thickness, sightline } from '@/test/samples';
import type { MeshFacts } from '@/types/generated';
import { LookEvidence } from './LookEvidence';
import type { Draft } from './Viewers';

afterEach(cleanup);

const asShown: Draft = { turnDeg: 0, mode: 'shelf', spreadDeg: 70, eyeDeg: 17.5 };

function show(mesh: MeshFacts, draft: Partial<Draft> = {}, scale = 1) {
    const on = {
        onDraft: vi.fn(),
        onShownUp: vi.fn(),
        onApplyViewers: vi.fn(),
        onRecipe: vi.fn(),
        onPreview: vi.fn(),
        onSplit: vi.fn(),
        onMarks: vi.fn(),
        onRank: vi.fn(),
        onFile: vi.fn(),
    };
    render(
        <LookEvidence
            mesh={mesh}
            scale={scale}
            shownUp={[0, 0, 1]}
            mirror={null}
            previewed={null}
            sight={sightline()}
            marks={markList()}
            thin={{
                report: thickness(),
                problem: null,
                isTinted: false,
                onStart: vi.fn(),
                onStop: vi.fn(),
                onTint: vi.fn(),
                onStance: vi.fn(),
            }}
            draft={{ ...asShown, ...draft }}
            {...on}
        />,
    );
    return on;
}

describe('the Look station', () => {
    it('calls a sound mesh sound', () => {
        show(facts());
        expect(screen.getByRole('heading', { name: 'A sound solid' })).toBeTruthy();
        expect(screen.getAllByText('none')).toHaveLength(5);
    });
    it('counts damage and says which numbers suffer', () => {
        show(facts({ watertight: false, boundaryEdges: 36, shells: 2, notices: [{ code: 'open', message: '36 edges border a hole.' }] }));
        expect(screen.getByRole('heading', { name: 'Not a closed solid' })).toBeTruthy();
        expect(document.body.textContent).toContain('in 2 shells');
        expect(document.body.textContent).toContain('steps and overhangs are right all the same');
        expect(screen.getByText('36').className).toContain('text-error');
    });
    it('proposes a unit and applies it only when told', () => {
        const on = show(
            facts({ unitName: 'metres', unitScale: 1000, notices: [{ code: 'unit', message: 'Read as millimetres it is tiny.' }] }),
        );
        expect(on.onRecipe).not.toHaveBeenCalled();
        fireEvent.click(screen.getByRole('button', { name: /drawn in metres/ }));
        expect(on.onRecipe).toHaveBeenCalledWith({ scale: 1000 });
    });
    it('goes back to the file’s own numbers', () => {
        const on = show(facts(), {}, 1000);
        fireEvent.click(screen.getByRole('button', { name: /Size and parts/ }));
        fireEvent.click(screen.getByRole('button', { name: /own numbers/ }));
        expect(on.onRecipe).toHaveBeenCalledWith({ scale: 1, mirror: null });
    });
    it('scales to a size that is typed, mirrors, and splits parts and shells', () => {
        const on = show(facts({ shells: 3, parts: ['Body', 'Eye'] }), {}, 2);
        fireEvent.click(screen.getByRole('button', { name: /Size and parts/ }));
        fireEvent.change(screen.getByLabelText('Longest side'), { target: { value: '310' } });
        fireEvent.click(screen.getByRole('button', { name: 'Scale to that' }));
        expect(on.onRecipe).toHaveBeenLastCalledWith({ scale: 4 });
        fireEvent.click(screen.getByRole('button', { name: 'Y' }));
        expect(on.onRecipe).toHaveBeenLastCalledWith({ mirror: 'y' });
        fireEvent.click(screen.getByRole('button', { name: /Make each shell/ }));
        expect(on.onSplit).toHaveBeenLastCalledWith('shells');
        fireEvent.click(screen.getByRole('button', { name: /piece of its own/ }));
        expect(on.onSplit).toHaveBeenLastCalledWith('parts');
    });
    it('shows where a repair would touch, applies what is ticked, and takes it back', () => {
        const offer = {
            key: 'holes',
            label: 'Close simple holes',
            count: 2,
            sentence: '2 holes are closed.',
            facets: '/f',
            applied: false,
        };
        const on = show(
            facts({ offers: [offer, { ...offer, key: 'winding', label: 'Agree', count: 0, sentence: null, facets: null, applied: true }] }),
        );
        expect(screen.queryByRole('button', { name: /measure anew/ })).toBeNull();
        fireEvent.click(screen.getByRole('button', { name: 'Show where: Close simple holes' }));
        expect(on.onPreview).toHaveBeenCalledWith('/f');
        fireEvent.click(screen.getByLabelText(/Close simple holes/, { selector: 'input' }));
        fireEvent.click(screen.getByRole('button', { name: 'Repair and measure anew' }));
        expect(on.onRecipe).toHaveBeenLastCalledWith({ repairs: ['winding', 'holes'] });
        fireEvent.click(screen.getByLabelText(/Close simple holes/, { selector: 'input' }));
        fireEvent.click(screen.getByLabelText(/Agree/, { selector: 'input' }));
        fireEvent.click(screen.getByRole('button', { name: 'Take it back and measure anew' }));
        expect(on.onRecipe).toHaveBeenLastCalledWith({ repairs: [] });
    });
    it('measures anew only after the front was turned, and on request', () => {
        show(facts());
        expect(screen.queryByRole('button', { name: /measure anew/ })).toBeNull();
        cleanup();
        const on = show(facts(), { turnDeg: 40 });
        fireEvent.click(screen.getByRole('button', { name: /measure anew/ }));
        expect(on.onApplyViewers).toHaveBeenCalledOnce();
        fireEvent.click(screen.getByRole('radio', { name: '+Y' }));
        expect(on.onShownUp.mock.lastCall?.[0]).toMatchObject({ up: [0, 1, 0] });
    });
    it('says what is seen, and brings the usual angles of another way to show it', () => {
        const on = show(facts());
        expect(document.body.textContent).toContain('A viewer sees 40\u202F% of the surface at a time; 20\u202F% nobody ever sees');
        fireEvent.change(screen.getByLabelText('Shown'), { target: { value: 'wall' } });
        expect(on.onDraft).toHaveBeenLastCalledWith({ turnDeg: 0, mode: 'wall', spreadDeg: 60, eyeDeg: 0 });
        fireEvent.change(screen.getByLabelText('Height of the eyes, degrees above level'), { target: { value: '40' } });
        expect(on.onDraft).toHaveBeenLastCalledWith({ ...asShown, eyeDeg: 40 });
    });
});
