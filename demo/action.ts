/** Something a person did in a forum, at its time. */
export type DemoAction = { readonly at: number; readonly forum: string; readonly who: string } & (
  | {
      readonly do: 'post';
      readonly id: string;
      readonly to: string | null;
      readonly text: string;
      readonly starter?: boolean;
      /** By staff: only the author answered and staff read it. */
      readonly aside?: boolean;
      readonly question?: string;
      readonly attachments?: readonly string[];
      /** A passage of the post that is answered, quoted above the text. */
      readonly quotes?: string;
      /** Who is called by name before the text begins. */
      readonly mentions?: string;
    }
  | { readonly do: 'edit'; readonly id: string; readonly text: string }
  | { readonly do: 'remove' | 'approve' | 'return'; readonly id: string; readonly reason?: string }
);
