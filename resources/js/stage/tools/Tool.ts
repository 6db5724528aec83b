/** A place of the pointer, or of the aim that keys move. */
export type Point = { clientX: number; clientY: number };

export type Press = Point & { button: number; shiftKey: boolean };

/**
 * What a hand can do on the stage. A tool is idle until a press is its own; then it is dragging until it is released,
 * or cancelled by Escape, by a lost pointer, or because another tool is taken up.
 */
export interface Tool {
    /** Whether it is taken up at all. */
    readonly isOn: boolean;
    /** Whether this press is its own: it then gets the moves and the release. */
    press(at: Press): boolean;
    drag(at: Point): void;
    release(at: Point): void;
    cancel(): void;
    /** the pointer passes over, nothing pressed; null when it leaves */
    hover?(at: Point | null): void;
    doublePress?(at: Point): void;
}

type Listener = {
    /** a tool has the pointer, or lets it go: the view does not turn meanwhile */
    onHold: (isHeld: boolean) => void;
};

/** idle · dragging: one tool has the pointer */
type State = { kind: 'idle' } | { kind: 'dragging'; tool: Tool };

/** Gives the pointer, and the aim that keys move, to the first tool that takes it. One place for release, Escape and pointercancel. */
export class Hands {
    private state: State = { kind: 'idle' };
    private readonly leave: (() => void)[] = [];

    constructor(
        private readonly canvas: HTMLElement,
        private readonly tools: Tool[],
        private readonly listener: Listener,
    ) {
        const on = <E extends Event>(at: EventTarget, type: string, run: (e: E) => void, capture = false): void => {
            at.addEventListener(type, run as EventListener, capture);
            this.leave.push(() => at.removeEventListener(type, run as EventListener, capture));
        };
        on<PointerEvent>(canvas, 'pointerdown', (e) => this.press(e) && e.stopImmediatePropagation(), true);
        on<PointerEvent>(canvas, 'pointermove', (e) => this.state.kind === 'idle' && e.buttons === 0 && this.hover(e));
        on<PointerEvent>(canvas, 'pointerleave', () => this.hover(null));
        on<MouseEvent>(canvas, 'dblclick', (e) => this.tools.forEach((t) => t.isOn && t.doublePress?.(e)));
        on<PointerEvent>(window, 'pointermove', (e) => this.drag(e));
        on<PointerEvent>(window, 'pointerup', (e) => this.release(e));
        on<PointerEvent>(window, 'pointercancel', () => this.cancel());
        on<FocusEvent>(window, 'blur', () => this.cancel());
        on<KeyboardEvent>(
            window,
            'keydown',
            (e) => {
                if (e.key !== 'Escape' || !this.cancel()) return;
                e.stopImmediatePropagation();
                e.preventDefault();
            },
            true,
        );
    }

    get isDragging(): boolean {
        return this.state.kind === 'dragging';
    }

    press(at: Press): boolean {
        if (this.state.kind === 'dragging') return true;
        for (const tool of this.tools) {
            // held before it is told: a tool that is done at once has let go by then
            this.state = { kind: 'dragging', tool };
            if (tool.isOn && tool.press(at)) {
                this.listener.onHold(true);
                return true;
            }
            this.state = { kind: 'idle' };
        }
        return false;
    }

    drag(at: Point): void {
        if (this.state.kind === 'dragging') this.state.tool.drag(at);
    }

    hover(at: Point | null): void {
        for (const tool of this.tools) if (tool.isOn) tool.hover?.(at);
    }

    release(at: Point): void {
        if (this.state.kind !== 'dragging') return;
        const { tool } = this.state;
        this.idle();
        tool.release(at);
    }

    /** Whether there was something to let go of. */
    cancel(): boolean {
        if (this.state.kind !== 'dragging') return false;
        const { tool } = this.state;
        this.idle();
        tool.cancel();
        return true;
    }

    private idle(): void {
        this.state = { kind: 'idle' };
        this.listener.onHold(false);
    }

    dispose(): void {
        this.cancel();
        this.leave.forEach((off) => off());
        this.canvas.style.cursor = '';
    }
}
