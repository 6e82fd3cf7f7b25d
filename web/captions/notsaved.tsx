import { Notice } from '../kit/notice.tsx';

/** Captions that could not be saved: by somebody else’s, or for now. */
export function NotSaved({
  says,
  clash,
  onTheirs,
  onSave,
}: {
  says: string;
  /** True where somebody else saved others meanwhile. */
  clash: boolean;
  onTheirs: () => void;
  onSave: () => void;
}) {
  return (
    <Notice
      severity="stop"
      action={
        <span className="flex shrink-0 gap-2">
          {clash && (
            <button type="button" className="button" onClick={onTheirs}>
              Load theirs
            </button>
          )}
          <button type="button" className="button" onClick={onSave}>
            {clash ? 'Keep mine instead' : 'Try again'}
          </button>
        </span>
      }
    >
      {says}
    </Notice>
  );
}
