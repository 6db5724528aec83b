import { Component, type ReactNode } from 'react';

/** When a page breaks, a sentence and a way on instead of an empty window. */
export class Safety extends Component<{ children: ReactNode }, { isBroken: boolean }> {
    override state = { isBroken: false };

    static getDerivedStateFromError(): { isBroken: boolean } {
        return { isBroken: true };
    }

    override render(): ReactNode {
        if (!this.state.isBroken) return this.props.children;
        return (
            <main className="grid min-h-screen place-items-center px-6 text-center">
                <div className="max-w-md">
                    <h1 className="text-2xl">This page broke while it was being drawn.</h1>
                    <p className="mt-2 text-soft">Your pieces and decisions are kept. Reload it, or go back to the cabinet.</p>
                    <a href="/" className="btn btn-neutral btn-sm mt-6">
                        To the cabinet
                    </a>
                </div>
            </main>
        );
    }
}
