import type { Editor } from '@tiptap/react';
import { ASPECT_RATIOS, type AspectRatio } from '@placard/core/page';
import { Checkbox } from '../../kit/checkbox.tsx';
import { Select } from '../../kit/select.tsx';
import { LinkChoice } from '../desk/linkcontrols.tsx';

type Opens = '' | 'link' | 'large';

/** What a picture stands in, and what a press on it does. */
export function PictureControls({
  editor,
  page,
  box,
  linksTo,
  newWindow,
  large,
  linking,
  onLinking,
  onChange,
}: {
  editor: Editor;
  page: string;
  box: AspectRatio | null;
  linksTo: string | null;
  newWindow: boolean;
  large: boolean;
  /** A link is being chosen for it. */
  linking: boolean;
  onLinking: (linking: boolean) => void;
  onChange: (attributes: {
    box?: AspectRatio | null;
    linksTo?: string | null;
    newWindow?: boolean | null;
    large?: boolean | null;
  }) => void;
}) {
  const ratio = box ? `${box.width}:${box.height}` : '';
  const known = ASPECT_RATIOS.map(([width, height]) => `${width}:${height}`);
  const opens: Opens = linksTo || linking ? 'link' : large ? 'large' : '';
  return (
    <div className="mt-2 grid gap-2 text-[13px]">
      <div className="flex items-center gap-2 [&>label]:shrink-0">
        <Select
          label="Aspect ratio"
          value={ratio}
          options={[
            ['', 'its own'],
            ...[...new Set([...known, ...(ratio ? [ratio] : [])])].map(
              (one) => [one, one.replace(':', ' : ')] as const,
            ),
          ]}
          onChange={(chosen) => {
            const [width = 1, height = 1] = chosen.split(':').map(Number);
            onChange({ box: chosen === '' ? null : { width, height, how: box?.how ?? 'filled' } });
          }}
        />
        {box && (
          <Select
            label="How it stands in it"
            hideLabel
            value={box.how}
            options={[
              ['filled', 'fill, round the focal point'],
              ['fitted', 'fit, all of it seen'],
            ]}
            onChange={(how) => onChange({ box: { ...box, how } })}
          />
        )}
      </div>
      <div className="flex items-center gap-2 [&>label]:shrink-0">
        <Select
          label="Link"
          value={opens}
          options={[
            ['', 'none'],
            ['link', 'page, address or file'],
            ['large', 'large picture'],
          ]}
          onChange={(chosen) => {
            onLinking(chosen === 'link');
            if (chosen !== 'link')
              onChange({ linksTo: null, newWindow: null, large: chosen === 'large' || null });
          }}
        />
      </div>
      {opens === 'link' && (
        <div className="border-l-2 border-rule pl-2">
          <LinkChoice
            key={linksTo ?? ''}
            editor={editor}
            page={page}
            link={linksTo ? { href: linksTo, newWindow } : null}
            autoFocus={linking}
            onChange={(link) => {
              onLinking(false);
              onChange({ linksTo: link.href, newWindow: link.newWindow || null, large: null });
            }}
            onRemove={() => onChange({ linksTo: null, newWindow: null })}
            onCancel={() => onLinking(false)}
          />
        </div>
      )}
    </div>
  );
}

/** The site's border and its rounded corners, for what is to have them. */
export function EdgeControls({
  bordered,
  rounded,
  onChange,
}: {
  bordered: boolean;
  rounded: boolean;
  onChange: (attributes: { bordered?: boolean | null; rounded?: boolean | null }) => void;
}) {
  return (
    <div className="mt-2 flex gap-4 text-[13px]">
      <Checkbox checked={bordered} onChange={(on) => onChange({ bordered: on || null })}>
        The site’s border
      </Checkbox>
      <Checkbox checked={rounded} onChange={(on) => onChange({ rounded: on || null })}>
        Rounded corners
      </Checkbox>
    </div>
  );
}
