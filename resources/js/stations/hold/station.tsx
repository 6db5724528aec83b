import { useEffect, useState } from 'react';
import { pageOf, type Bench } from '@/bench/useBench';
import { unit } from '@/lib/format';
import type { Shortcut } from '@/lib/keys';
import { triple } from '@/lib/vec';
import { aimKeys } from '@/stage/aimKeys';
import type { Treatment } from '@/types/generated';
import type { StationView } from '../station';
import { takenOnStage } from '../taken';
import { HoldEvidence } from './HoldEvidence';
import { RivalsCard } from './RivalsCard';
import { useHolding } from './useHolding';
import { useRivals } from './useRivals';
import { useWays } from './useWays';
import { WaysCard } from './WaysCard';

const NONE: number[][] = [];
const placeOf = (c: number[]): string => c.map((v) => v.toFixed(2)).join(' ');
const isSame = (a: number[], b: number[]): boolean => Math.hypot(...[0, 1, 2].map((k) => (a[k] ?? 0) - (b[k] ?? 0))) < 0.35;

/** What needs holding? Always of the stance taken. */
export function useHold(bench: Bench): StationView {
    const page = pageOf(bench, 'hold');
    const { taken } = pageOf(bench, 'stand');
    const isOpen = bench.ui.station === 'hold';
    const report = useHolding(
        bench.data.piece.id,
        isOpen ? (taken?.id ?? null) : null,
        `${page.limitDeg} ${page.layerMm}`,
        bench.data.plan.version,
    );
    const [at, setAt] = useState<string | null>(null);
    const places = report?.places ?? [];
    const looked = places.find((p) => p.key === at) ?? null;
    const file = looked && triple(looked.atFileMm);
    const key = looked?.key ?? null;
    const { stage } = bench;

    useEffect(() => {
        // seen from below, where it would be printed into the air
        if (key && file) stage()?.fly(file);
        // eslint-disable-next-line react-hooks/exhaustive-deps -- flown to once, when it is picked
    }, [key, stage]);

    const rules = JSON.stringify([
        page.limitDeg,
        page.layerMm,
        page.isPlateOnly,
        page.gap.mm,
        page.bridgeMm,
        page.smallMm2,
        places.map((p) => p.treated),
        page.accepted,
        page.reliefDeg,
        page.without,
        page.also,
        bench.data.stage.geometry,
        bench.data.stage.seen,
    ]);
    const ways = useWays(bench.data.piece.id, isOpen ? (taken?.id ?? null) : null, rules);
    const way = ways?.ways.find((w) => w.key === page.way) ?? null;
    const stands = way?.key === 'tree' || way?.key === 'columns' || way?.key === 'painted';
    const contacts = stands ? way.contacts : NONE;
    const [contact, setContact] = useState<string | null>(null);
    const [isPinning, setPinning] = useState(false);
    const [isRivals, setRivals] = useState(false);
    const rivals = useRivals(bench.data.piece.id, isOpen && isRivals && stands ? page.way : null, `${taken?.id ?? ''} ${rules}`);
    const pins = isPinning && stands;
    const index = contacts.findIndex((c) => placeOf(c) === contact);
    const picked = index < 0 ? null : index;
    const decide = (changes: Record<string, unknown>): void => void bench.plan.decide('hold', changes);
    const pick = (k: number | null): void => setContact(k === null || !contacts[k] ? null : placeOf(contacts[k]));
    const nextContact = (by: number): void =>
        contacts.length > 0
            ? pick(picked === null ? (by > 0 ? 0 : contacts.length - 1) : (picked + by + contacts.length) % contacts.length)
            : undefined;
    const takeAway = (): void => {
        const gone = picked === null ? undefined : contacts[picked];
        if (!gone) return;
        setContact(null);
        decide({ without: [...page.without, gone], also: page.also.filter((p) => !isSame(p, gone)) });
    };
    const accept = (place: string): void => {
        const isIn = page.accepted.includes(place);
        decide({ accepted: isIn ? page.accepted.filter((p) => p !== place) : [...page.accepted, place] });
    };
    const treat = (place: string, treatment: Treatment | null): void => {
        const others = Object.fromEntries(places.flatMap((p) => (p.treated && p.key !== place ? [[p.key, p.treated]] : [])));
        decide({ treated: treatment === null ? others : { ...others, [place]: treatment } });
    };
    const pin = (mm: number[]): void => decide({ also: [...page.also, mm] });
    const holdHere = stands && looked ? (): void => decide({ also: [...page.also, looked.atMm] }) : null;
    const move = (by: number): void => {
        const from = places.findIndex((p) => p.key === at);
        setAt(places[from < 0 ? (by > 0 ? 0 : places.length - 1) : (from + by + places.length) % places.length]?.key ?? null);
    };
    const [group, byHand] = ['Places to hold', 'Contacts'];
    const keys: Shortcut[] = [
        { key: 'j', does: 'Next place', run: () => move(1), group },
        { key: 'k', does: 'Previous place', run: () => move(-1), group },
        {
            key: 'x',
            does: 'Print it without support, or hold it after all',
            run: () => looked && accept(looked.key),
            group,
            when: () => looked !== null,
        },
        { key: 'c', does: 'Set a contact there', run: () => holdHere?.(), group, when: () => holdHere !== null },
        {
            key: 'p',
            does: 'Point at contacts, or no more',
            run: () => setPinning((is) => !is),
            group: byHand,
            when: () => stands && !looked,
        },
        ...aimKeys(bench.stage, byHand, () => pins, 'Set a contact at the aim'),
        { key: '.', does: 'Next contact', run: () => nextContact(1), group: byHand, when: () => contacts.length > 0 },
        { key: ',', does: 'Previous contact', run: () => nextContact(-1), group: byHand, when: () => contacts.length > 0 },
        { key: 'Delete', does: 'Take the contact away', run: takeAway, group: byHand, shown: 'Del', when: () => picked !== null },
        {
            key: 'Escape',
            does: 'Let go of the contact',
            run: () => setContact(null),
            group: byHand,
            shown: 'Esc',
            when: () => picked !== null,
        },
        { key: 'Escape', does: 'Point no more', run: () => setPinning(false), group: byHand, shown: 'Esc', when: () => pins },
        { key: 'Escape', does: 'Let go of the place', run: () => setAt(null), group, shown: 'Esc', when: () => looked !== null },
    ];
    const onStage = takenOnStage(bench, bench.data.stage.layerMm, null);
    return {
        key: 'hold',
        tint: 'overhang',
        isReady: taken !== null,
        evidence: (
            <HoldEvidence
                page={page}
                report={report}
                at={at}
                onLook={setAt}
                onLimit={(deg) => void bench.plan.decide('hold', { limit_deg: deg })}
                onAccept={accept}
                onRule={decide}
                onTreat={treat}
                pin={stands ? { isOn: pins, onPin: () => setPinning(!pins) } : null}
                onDone={() => bench.go('layers')}
                onHoldHere={holdHere}
                contact={
                    picked === null
                        ? null
                        : {
                              words: `Contact ${picked + 1} of ${contacts.length}, ${unit(contacts[picked]?.[2] ?? 0, 1, 'mm')} up${(way?.removal.length ?? 0) > 1 ? `, comes off in round ${way?.contactRounds[picked] ?? 1}` : ''}`,
                              onTakeAway: takeAway,
                          }
                }
                ways={
                    taken && (
                        <WaysCard
                            pieceId={bench.data.piece.id}
                            page={page}
                            report={ways}
                            rivals={
                                stands && (
                                    <RivalsCard
                                        isOpen={isRivals}
                                        report={rivals}
                                        onOpen={() => setRivals(true)}
                                        onTake={(stance) => void bench.plan.decide('stand', { stance })}
                                    />
                                )
                            }
                            hands={{
                                onWay: (key) => decide({ way: key }),
                                onPlateOnly: (is) => decide({ plate_only: is }),
                                onGap: (mm) => decide({ gap_mm: mm }),
                                onRelief: (deg) => decide({ relief_deg: deg }),
                                onFly: (to) => stage()?.fly(triple(to)),
                                onAccept: accept,
                                onAsPlanned: () => decide({ without: [], also: [] }),
                            }}
                        />
                    )
                }
            />
        ),
        keys,
        ...onStage,
        // what was planned, where something was: the estimate before is columns under everything
        strip: onStage.strip && way?.sectionsMm2.length ? { ...onStage.strip, supportMm2: way.sectionsMm2 } : onStage.strip,
        stage: {
            ...onStage.stage,
            supports: way?.shellsUrl ? { url: way.shellsUrl, contacts, rounds: way.contactRounds, picked } : null,
            only: looked && looked.number > 0 && report?.placesUrl ? { url: report.placesUrl, number: looked.number } : null,
            isPinning: pins,
            onContact: pick,
            onPinned: pin,
            panes: onStage.stage.panes.map((pane) => ({ ...pane, ring: file })),
            ringed: looked ? `${looked.label.toLowerCase()} at ${unit(looked.zMinMm, 1, 'mm')}` : null,
        },
        leave: () => {
            setAt(null);
            setContact(null);
            setPinning(false);
        },
    };
}
