import type { Gesture } from '@/lib/marks';
import type { Picking } from '../Picking';
import type { Press, Tool } from './Tool';

/** Points at one facet, which stands for its patch, its shell, or all that look the same way. */
export class Pointer implements Tool {
    isOn = false;
    private facet = -1;

    constructor(
        private readonly picking: Picking,
        private readonly onGesture: (gesture: Gesture) => void,
    ) {}

    press(at: Press): boolean {
        const hit = at.button === 0 && !at.shiftKey ? this.picking.at(at) : null;
        if (!hit) return false;
        this.facet = hit.facet;
        return true;
    }

    drag(): void {}

    release(): void {
        this.onGesture({ facets: [this.facet] });
    }

    cancel(): void {}
}
