import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { facts } from '@/test/samples';
import type { MeshFacts } from '@/types/generated';
import { LookEvidence } from './LookEvidence';

afterEach(cleanup);

function show(mesh: MeshFacts, turnDeg = 0, scale = 1) {
    const on = { onTurn: vi.fn(), onShownUp: vi.fn(), onApplyFront: vi.fn(), onScale: vi.fn() };
    render(<LookEvidence mesh={mesh} scale={scale} shownUp={[0, 0, 1]} turnDeg={turnDeg} {...on} />);
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
        expect(on.onScale).not.toHaveBeenCalled();
        fireEvent.click(screen.getByRole('button', { name: /drawn in metres/ }));
        expect(on.onScale).toHaveBeenCalledWith(1000);
    });
    it('goes back to the file’s own numbers', () => {
        const on = show(facts(), 0, 1000);
        fireEvent.click(screen.getByRole('button', { name: /own numbers/ }));
        expect(on.onScale).toHaveBeenCalledWith(1);
    });
    it('measures anew only after the front was turned, and on request', () => {
        show(facts());
        expect(screen.queryByRole('button', { name: /measure anew/ })).toBeNull();
        cleanup();
        const on = show(facts(), 40);
        fireEvent.click(screen.getByRole('button', { name: /measure anew/ }));
        expect(on.onApplyFront).toHaveBeenCalledOnce();
        fireEvent.click(screen.getByRole('radio', { name: '+Y' }));
        expect(on.onShownUp.mock.lastCall?.[0]).toMatchObject({ up: [0, 1, 0] });
    });
});
