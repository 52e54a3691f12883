/** A box to tick, with its words. */
export interface TickProps {
  readonly label: string
  readonly isOn: boolean
  readonly onChange: (isOn: boolean) => void
}

export const Tick = ({ label, isOn, onChange }: TickProps) => (
  <label className="flex items-center gap-2">
    <input
      type="checkbox"
      checked={isOn}
      onChange={(event) => onChange(event.target.checked)}
      className="size-4"
    />
    {label}
  </label>
)
