"use client";
import { bringFieldBack } from "@/core/shaping";
import type { FieldRecord } from "@/core/model";
import type { LensDraft, LensView } from "@/core/lens";
import type { Register } from "@/core/register";
import { useAct, useList } from "@/ui/workspaceContext";
import { PickList, SentencePart } from "@/ui/SentencePart";

interface HiddenFieldsProps {
  register: Register;
  lens: LensDraft;
  view: LensView;
  onChange: (setting: Partial<LensDraft>) => void;
}

/** Which fields a lens shows; and fields that were removed, to be brought back. */
export function HiddenFields({ register, lens, view, onChange }: HiddenFieldsProps) {
  const act = useAct();
  const records = useList("fieldsByRegister", register.id) as readonly FieldRecord[];
  const removed = records.filter((record) => record.removed);
  const shown = lens.shown.map(({ field }) => field);
  const toggle = (name: string) =>
    onChange({
      shown: shown.includes(name)
        ? lens.shown.filter(({ field }) => field !== name)
        : [...lens.shown, { field: name, width: 130 }],
    });
  return (
    <span className="text-ink-2">
      Showing{" "}
      <SentencePart label="Fields shown" words={`${shown.length} of ${view.fields.length} fields`}>
        {() => (
          <>
            <PickList
              many
              options={view.fields.map(({ name, field }) => [name, field.label])}
              chosen={shown}
              onPick={toggle}
            />
            {removed.length > 0 && (
              <>
                <hr className="my-1.5 border-hairline" />
                <p className="px-1 pb-1 text-ink-2">Deleted fields</p>
                {removed.map((record) => (
                  <div key={record.id} className="flex items-center justify-between gap-3 px-1">
                    <span className="truncate">{record.title}</span>
                    <button className="button-quiet" onClick={() => act(bringFieldBack, { id: record.id })}>
                      Restore
                    </button>
                  </div>
                ))}
              </>
            )}
          </>
        )}
      </SentencePart>
    </span>
  );
}
