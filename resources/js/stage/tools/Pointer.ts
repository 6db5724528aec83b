import type { Hit, Picking } from '../Picking';
import type { Press, Tool } from './Tool';

/** Points at one place of the piece: a facet to be marked, a contact to be set. */
export class Pointer implements Tool {
    isOn = false;
    private hit: Hit | null = null;

    constructor(
        private readonly picking: Picking,
        private readonly onHit: (hit: Hit) => void,
    ) {}

    press(at: Press): boolean {
        this.hit = at.button === 0 && !at.shiftKey ? this.picking.at(at) : null;
        return this.hit !== null;
    }

    drag(): void {}

    release(): void {
        if (this.hit) this.onHit(this.hit);
    }

    cancel(): void {}
}
