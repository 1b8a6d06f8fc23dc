import { earliestDay, TICKED } from '@/core/basket';
import { type CheckoutField as Asked } from '@/core/catalog';
import { Labelled, SelectField, TextArea, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';

interface Props {
  field: Asked;
  value: string;
  fault?: string;
  /** the day it is in the shop, as YYYY-MM-DD */
  today: string;
  onChange: (value: string) => void;
}

/** Something that the shop asks at checkout beside name and e-mail address. */
export function CheckoutField({ field, value, fault, today, onChange }: Props) {
  const { title, required } = field;
  const about = {
    label: required ? title : `${title} (optional)`,
    help: field.help === '' ? undefined : field.help,
    fault,
  };
  switch (field.kind) {
    case 'text':
      return field.lines === 'several' ? (
        <TextArea {...about} rows={3} value={value} onChange={onChange} />
      ) : (
        <TextField {...about} value={value} aria-required={required} onChange={onChange} />
      );
    case 'choice':
      return (
        <SelectField
          {...about}
          value={value}
          alternatives={[
            { value: '', label: required ? 'Choose …' : '–' },
            ...field.offered.map((offered) => ({ value: offered, label: offered })),
          ]}
          onChange={onChange}
        />
      );
    case 'date':
      return (
        <TextField
          {...about}
          type="date"
          aria-required={required}
          min={earliestDay(field, today)}
          value={value}
          onChange={onChange}
        />
      );
    case 'tick':
      return (
        <Labelled help={about.help} fault={fault}>
          <Tick label={about.label} checked={value === TICKED} onChange={(on) => onChange(on ? TICKED : '')} />
        </Labelled>
      );
  }
}
