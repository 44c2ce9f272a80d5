import { useEffect, useRef, useState } from 'react';
import type { CourseFrame } from '../../../contract/course';
import type { PlanView } from '../../../contract/plan';
import { factsOf } from '../../../core/checks/factsOf';
import type { Finding } from '../../../core/checks/check';

/** What the checks found, by forum: what stands, and what staff have put aside with a reason. */
export interface PlanFindings {
  readonly standing: ReadonlyMap<string, readonly Finding[]>;
  readonly aside: ReadonlyMap<string, readonly { finding: Finding; reason: string; by: string }[]>;
  /** How many stand, over all forums; null while they are being worked out for the first time. */
  readonly total: number | null;
}

type Found = readonly (readonly [string, readonly Finding[]])[];

function sorted(plan: PlanView, found: Found): PlanFindings {
  const standing = new Map<string, Finding[]>();
  const aside = new Map<string, { finding: Finding; reason: string; by: string }[]>();
  let total = 0;
  for (const [forumId, findings] of found) {
    const kept: Finding[] = [];
    const away: { finding: Finding; reason: string; by: string }[] = [];
    for (const finding of findings) {
      const facts = factsOf(finding);
      const dismissed = plan.dismissed.find(
        (each) => each.forumId === forumId && each.code === finding.code && each.facts === facts,
      );
      if (dismissed) away.push({ finding, reason: dismissed.reason, by: dismissed.by });
      else kept.push(finding);
    }
    total += kept.length;
    standing.set(forumId, kept);
    aside.set(forumId, away);
  }
  return { standing, aside, total };
}

const NONE: PlanFindings = { standing: new Map(), aside: new Map(), total: null };

/** Runs every check over the plan in a web worker; while new answers are on their way the last ones stay. */
export function useFindings(plan: PlanView | undefined, course: CourseFrame): PlanFindings {
  const [findings, setFindings] = useState(NONE);
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  useEffect(() => {
    const made = new Worker(new URL('../../workers/checks.worker.ts', import.meta.url), { type: 'module' });
    worker.current = made;
    return () => made.terminate();
  }, []);
  useEffect(() => {
    const at = worker.current;
    if (!plan || !at) return;
    const ask = ++asked.current;
    at.onmessage = ({ data }: MessageEvent<{ ask: number; findings: Found }>) => {
      if (data.ask === asked.current) setFindings(sorted(plan, data.findings));
    };
    at.postMessage({ ask, plan, course });
  }, [plan, course]);
  return findings;
}
