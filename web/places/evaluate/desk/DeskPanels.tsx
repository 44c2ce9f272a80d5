import { useState, type ReactNode, type RefObject } from 'react';
import {
  Group,
  Panel,
  Separator,
  useDefaultLayout,
  type PanelImperativeHandle,
} from 'react-resizable-panels';

const HANDLE =
  'w-px bg-base-300 data-[separator=hover]:bg-primary data-[separator=active]:bg-primary focus-visible:bg-primary';

/** What the Desk is laid out from. */
export interface DeskParts {
  readonly docket: ReactNode;
  readonly pages: ReactNode;
  readonly sheet: ReactNode;
}

/** The Desk where there is room: docket, pages and score sheet side by side, as wide as one likes. */
export function DeskPanels({
  docket,
  pages,
  sheet,
  docketPanel,
}: DeskParts & { docketPanel: RefObject<PanelImperativeHandle | null> }) {
  const [isFolded, setFolded] = useState(false);
  const layout = useDefaultLayout({ id: 'juror-desk', storage: localStorage });
  return (
    <Group
      orientation="horizontal"
      className="min-h-0 grow"
      style={{ height: 'calc(100vh - 52px)' }}
      {...layout}
    >
      <Panel
        id="docket"
        defaultSize="21%"
        minSize="180px"
        collapsible
        panelRef={docketPanel}
        onResize={({ inPixels }) => setFolded(inPixels < 1)}
      >
        <div className="h-full" hidden={isFolded}>
          {docket}
        </div>
      </Panel>
      <Separator className={HANDLE} aria-label="Width of the docket" />
      <Panel id="pages" minSize="320px">
        {pages}
      </Panel>
      <Separator className={HANDLE} aria-label="Width of the score sheet" />
      <Panel id="sheet" defaultSize="27%" minSize="260px">
        <div className="raised h-full">{sheet}</div>
      </Panel>
    </Group>
  );
}
