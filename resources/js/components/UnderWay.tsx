type Props = { report: { underWay: boolean; percent: number; words: string; failure: string | null } | null; waiting: string };

/** How far something is that is computed when a station is opened; nothing once it is done. */
export function UnderWay({ report, waiting }: Props) {
    if (report?.failure)
        return (
            <p role="alert" className="text-[13px] text-error">
                {report.failure}
            </p>
        );
    if (report && !report.underWay) return null;
    return (
        <div role="status" className="text-[13px] text-soft">
            <p className="font-serif">{report?.words || waiting}…</p>
            <progress className="progress progress-primary mt-1 h-1.5 w-full" value={report?.percent ?? 0} max={100} aria-label={waiting} />
        </div>
    );
}
