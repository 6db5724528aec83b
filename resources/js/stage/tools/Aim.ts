import type { Hands } from './Tool';

/** A cross on the stage that keys move: what a pointer does can be done with it. The first press goes down, the second lets go. */
export class Aim {
    private cross: HTMLElement | null = null;
    private x = 0;
    private y = 0;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly hands: Hands,
    ) {}

    get isOn(): boolean {
        return this.cross !== null;
    }

    /** Takes the aim up in the middle of the stage, or puts it away. */
    set(isOn: boolean): void {
        if (isOn === this.isOn) return;
        if (!isOn) {
            this.hands.cancel();
            this.hands.hover(null);
            this.cross?.remove();
            this.cross = null;
            return;
        }
        const { clientWidth: w, clientHeight: h } = this.canvas;
        [this.x, this.y] = [w / 2, h / 2];
        this.cross = document.createElement('div');
        this.cross.dataset.aim = 'on';
        this.cross.className =
            'pointer-events-none absolute h-6 w-6 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-secondary';
        this.canvas.parentElement?.append(this.cross);
        this.move(0, 0);
    }

    move(dx: number, dy: number): void {
        if (!this.cross) return;
        this.x = Math.max(0, Math.min(this.canvas.clientWidth, this.x + dx));
        this.y = Math.max(0, Math.min(this.canvas.clientHeight, this.y + dy));
        this.cross.style.left = `${this.x}px`;
        this.cross.style.top = `${this.y}px`;
        if (this.hands.isDragging) this.hands.drag(this.at());
        else this.hands.hover(this.at());
    }

    press(): void {
        if (!this.cross) return;
        if (this.hands.isDragging) this.hands.release(this.at());
        else this.hands.press({ ...this.at(), button: 0, shiftKey: false });
        this.cross.dataset.aim = this.hands.isDragging ? 'pressed' : 'on';
    }

    private at(): { clientX: number; clientY: number } {
        const box = this.canvas.getBoundingClientRect();
        return { clientX: box.left + this.x, clientY: box.top + this.y };
    }
}
