import { useEffect, useState } from 'react';
import type { Finding } from '../../../core/checks/check';
import type { Repair } from '../../../core/checks/repairs';

/** What would settle a finding; looked for once the page is there, one finding after the other, for it takes a moment. */
export function useRepair(finding: Finding): Repair | null {
  const [found, setFound] = useState<{ of: Finding; repair: Repair | null } | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setFound({ of: finding, repair: finding.repair }));
    return () => clearTimeout(timer);
  }, [finding]);
  return found?.of === finding ? found.repair : null;
}
