import { useState } from 'react';
import { listHostFiles } from '@placard/core/contract';
import {
  fileFor,
  optionStands,
  readMoment,
  withOption,
  type HostFile,
  type Option,
  type OptionSet,
} from '@placard/core/embed/options';
import { inTime } from '@placard/core/text';
import { useAsk } from '../kit/asking.ts';
import { Language } from '../kit/codechoice.tsx';
import { Select } from '../kit/select.tsx';
import { Switch } from '../kit/switch.tsx';

/** The file that says what an address understands; undefined where no keeper has written one. */
export function useHostFile(address: string): HostFile | undefined {
  const files = useAsk(listHostFiles);
  return fileFor(
    (files.data ?? []).map(({ file }) => file),
    address,
  );
}

/** What a host says that its addresses understand, as switches; nobody edits a query string. */
export function HostOptions({
  file,
  address,
  onChange,
}: {
  file: HostFile;
  address: string;
  onChange: (address: string) => void;
}) {
  return (
    <div role="group" aria-label={`What ${file.name} understands`}>
      {file.options.map((option) => (
        <OneOption
          key={option.id}
          option={option}
          stands={optionStands(option, address)}
          onSet={(set) => onChange(withOption(option, address, set))}
        />
      ))}
    </div>
  );
}

function OneOption({
  option,
  stands,
  onSet,
}: {
  option: Option;
  stands: OptionSet;
  onSet: (set: OptionSet) => void;
}) {
  const help = [option.help, option.privacy].filter(Boolean).join(' ');
  switch (option.kind) {
    case 'switch':
      return (
        <Switch says={option.says} help={help || undefined} checked={stands === true} onChange={onSet} />
      );
    case 'choice':
      return (
        <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
          <span className="min-w-0">
            {option.says}
            {help && <span className="block text-[12px] text-soft">{help}</span>}
          </span>
          <Select
            label={option.says}
            hideLabel
            look="line"
            value={String(stands ?? option.usual)}
            onChange={onSet}
            options={option.values.map(({ value, says }) => [value, says] as const)}
          />
        </div>
      );
    case 'time':
      return (
        <Moment
          says={option.says}
          help={help}
          seconds={typeof stands === 'number' ? stands : null}
          onSet={onSet}
        />
      );
    case 'language':
      return (
        <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
          <span>{option.says}</span>
          <Language
            label={option.says}
            hideLabel
            className="w-[150px]"
            value={String(stands ?? '')}
            onChange={onSet}
          />
        </div>
      );
  }
}

/** A moment as a clock says it: 1:23. */
function Moment({
  says,
  help,
  seconds,
  onSet,
}: {
  says: string;
  help: string;
  seconds: number | null;
  onSet: (seconds: number | null) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const take = () => {
    if (draft === null) return;
    const read = draft.trim() === '' ? null : readMoment(draft);
    if (read === null && draft.trim() !== '') return setWrong(true);
    setDraft(null);
    setWrong(false);
    onSet(read);
  };
  return (
    <div className="border-b border-rule py-1.5">
      <label className="flex items-center justify-between gap-3">
        <span>
          {says}
          {help && <span className="block text-[12px] text-soft">{help}</span>}
        </span>
        <input
          className="input w-20 text-right tabular-nums"
          placeholder="0:00"
          inputMode="numeric"
          aria-invalid={wrong || undefined}
          value={draft ?? (seconds === null ? '' : inTime(seconds))}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={take}
          onKeyDown={(event) => {
            if (event.key === 'Enter') take();
            if (event.key === 'Escape') {
              setDraft(null);
              setWrong(false);
            }
          }}
        />
      </label>
      {wrong && (
        <p role="alert" className="text-[12.5px] text-madder">
          Write it as a clock does: 1:23.
        </p>
      )}
    </div>
  );
}
