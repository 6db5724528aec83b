import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { layers } from '@/test/samples';
import { LayersEvidence, same } from './LayersEvidence';

afterEach(cleanup);

describe('the Layers station', () => {
    it('says what fineness costs, previews by click and sets by the one action', () => {
        const [onPreview, onChoose] = [vi.fn(), vi.fn()];
        render(
            <LayersEvidence
                choices={layers}
                chosenMm={null}
                previewMm={0.16}
                nozzleMm={0.4}
                currency="EUR"
                onPreview={onPreview}
                onChoose={onChoose}
            />,
        );
        expect(document.body.textContent).toContain(
            'Going from 0.28 to 0.08\u202Fmm costs 9\u202Fh\u202F30 more and takes 48\u202Fµm off the steps',
        );
        fireEvent.click(screen.getByRole('radio', { name: /0\.08/ }));
        expect(onPreview).toHaveBeenCalledWith(0.08);
        fireEvent.click(screen.getByRole('button', { name: 'Set 0.16 mm' }));
        expect(onChoose).toHaveBeenCalledWith(0.16);
    });
    it('marks the height that is set', () => {
        render(
            <LayersEvidence
                choices={layers}
                chosenMm={0.16}
                previewMm={0.16}
                nozzleMm={0.4}
                currency="EUR"
                onPreview={() => undefined}
                onChoose={() => undefined}
            />,
        );
        expect(screen.getByRole('radio', { checked: true }).textContent).toContain('✓');
        expect((screen.getByRole('button', { name: 'Set' }) as HTMLButtonElement).disabled).toBe(true);
    });
    it('says so when a nozzle and a machine leave no height', () => {
        render(
            <LayersEvidence
                choices={[]}
                chosenMm={null}
                previewMm={0.2}
                nozzleMm={0.2}
                currency="EUR"
                onPreview={() => undefined}
                onChoose={() => undefined}
            />,
        );
        expect(document.body.textContent).toContain('leave no layer height');
    });
    it('compares heights past rounding', () => expect([same(0.1 + 0.2, 0.3), same(0.2, 0.24)]).toEqual([true, false]));
});
