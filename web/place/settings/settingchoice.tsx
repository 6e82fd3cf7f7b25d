import { DESK } from '@placard/core/geometry';
import { RadioGroup } from 'radix-ui';
import { useMemo } from 'react';
import type { RenderContext, SettingName, Together } from '@placard/core/page';
import { Hint } from '../../kit/hint.tsx';
import { useSteady } from '../../kit/usesteady.ts';
import { deskSettingOf } from './each/index.ts';
import { SmallSetting } from './smallsetting.tsx';

/** How wide each is drawn, in CSS pixels. */
const DRAWN = 98;

/** How several things stand together: the very things in every setting that makes sense for them. */
export function SettingChoice({
  label,
  settings,
  chosen,
  blockIn,
  context,
  onChoose,
}: {
  label: string;
  settings: readonly SettingName[];
  /** The setting that they stand in; null for none yet. */
  chosen: SettingName | null;
  /** The things as they would be in a setting. */
  blockIn: (setting: SettingName) => Together;
  context: RenderContext;
  onChoose: (setting: SettingName) => void;
}) {
  const offered = useSteady(settings, settings.join(' '));
  const blocks = useMemo(
    () => offered.map((setting) => [setting, blockIn(setting)] as const),
    [offered, blockIn],
  );
  return (
    <RadioGroup.Root
      aria-label={label}
      className="grid grid-cols-3 gap-2"
      value={chosen}
      onValueChange={(setting) => onChoose(setting as SettingName)}
    >
      {blocks.map(([setting, block]) => (
        <Hint key={setting} says={deskSettingOf(setting).called}>
          <RadioGroup.Item
            value={setting}
            aria-label={deskSettingOf(setting).called}
            className="h-[66px] overflow-hidden border border-rule bg-white text-left aria-checked:outline-2 aria-checked:outline-madder"
          >
            <SmallSetting block={block} context={context} screen={DESK} width={DRAWN} />
          </RadioGroup.Item>
        </Hint>
      ))}
    </RadioGroup.Root>
  );
}
