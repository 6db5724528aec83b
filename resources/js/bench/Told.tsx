import { Reason } from '@/components/Reason';
import type { Workbench } from '@/types/generated';
import type { PlanActions } from './usePlan';

type Teller = { data: Pick<Workbench, 'route'>; plan: PlanActions; told: string | null };

/** What a person has to be told before they read on: what could not be saved, what another window did, what changed under a decision. */
export function Told({ bench, station }: { bench: Teller; station: string }) {
    const again = bench.data.route.find((r) => r.key === station)?.again ?? null;
    return (
        <>
            {bench.plan.problem && (
                <p role="alert" className="border-b border-base-300 px-4 py-2 text-[13px] text-error">
                    {bench.plan.problem}
                </p>
            )}
            {bench.told && (
                <p role="status" className="border-b border-base-300 bg-accent px-4 py-2 text-[13px] text-accent-content">
                    {bench.told}
                </p>
            )}
            {bench.plan.news && (
                <section aria-label="From another window" role="status" className="border-b border-base-300 bg-wash px-4 py-2 text-[13px]">
                    <p>{bench.plan.news}</p>
                    <button type="button" className="btn btn-xs mt-1" onClick={bench.plan.goOn}>
                        Go on from it
                    </button>
                </section>
            )}
            {again && (
                <section aria-label="Look again" className="border-b border-base-300 bg-wash px-4 py-2">
                    <h2 className="text-[15px]">Look again</h2>
                    <Reason text={again} className="!text-[14px]" />
                    <button type="button" className="btn btn-xs mt-1" onClick={() => void bench.plan.keepAsIs(station)}>
                        Keep it all the same
                    </button>
                </section>
            )}
        </>
    );
}
