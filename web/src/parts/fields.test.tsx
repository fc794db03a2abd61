import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { z } from 'zod';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { ChoiceField, LengthField, NumberField, SwitchField } from './fields.tsx';

const schema = z.object({
  heightM: z.number().min(0.5).max(2.5),
  cones: z.number().int().min(1).max(9),
  side: z.enum(['left', 'right']),
  back: z.boolean(),
});
type Shape = z.infer<typeof schema>;

function Form() {
  const form = useForm<Shape>({
    defaultValues: { heightM: 1.72, cones: 5, side: 'left', back: false },
    resolver: zodResolver(schema),
    mode: 'onChange',
  });
  return (
    <FormProvider {...form}>
      <LengthField<Shape> name="heightM" label="Height" range={[0.5, 2.5]} />
      <NumberField<Shape> name="cones" label="Cones" range={[1, 9]} />
      <ChoiceField<Shape>
        name="side"
        label="Side"
        choices={[
          ['left', 'left side'],
          ['right', 'right side'],
        ]}
      />
      <SwitchField<Shape> name="back" label="And back" />
      <Held />
    </FormProvider>
  );
}

function Held() {
  return <output>{JSON.stringify(useWatch())}</output>;
}

const held = (): Shape => JSON.parse(screen.getByRole('status').textContent) as Shape;
const show = (units: 'metric' | 'imperial' = 'metric') => {
  stubProgram();
  renderInClub(<Form />, units);
};
const box = (name: RegExp) => screen.getByRole('textbox', { name });

async function type(name: RegExp, text: string): Promise<void> {
  await userEvent.clear(box(name));
  await userEvent.type(box(name), text);
}

test('a length shows centimetres and holds metres', async () => {
  show();
  expect(box(/^Height \(cm\)/)).toHaveValue('172');
  await type(/^Height/, '180.5');
  expect(held().heightM).toBeCloseTo(1.805, 9);
  await type(/^Height/, '1.68 m');
  expect(held().heightM).toBeCloseTo(1.68, 9);
});

test('the same length in feet and inches', async () => {
  show('imperial');
  expect(box(/^Height \(ft in\)/)).toHaveValue(`5' 7.7"`);
  await type(/^Height/, `5' 8½"`);
  expect(held().heightM).toBeCloseTo(1.7399, 6);
  await userEvent.tab();
  expect(box(/^Height/)).toHaveValue(`5' 8.5"`);
});

test('what is no length is told, and the last good one is held', async () => {
  show();
  fireEvent.change(box(/^Height/), { target: { value: 'tall' } });
  expect(screen.getByText(/Not a length/)).toBeInTheDocument();
  expect(held().heightM).toBe(1.72);
});

test('out of range is told in the units of the coach', async () => {
  show();
  await type(/^Height/, '999');
  expect(await screen.findByText('From 50 cm to 2.50 m.')).toBeInTheDocument();
});

test('arrow keys step: five centimetres, one cone', async () => {
  show();
  box(/^Height/).focus();
  await userEvent.keyboard('{ArrowUp}');
  expect(held().heightM).toBeCloseTo(1.77, 9);
  box(/^Cones/).focus();
  await userEvent.keyboard('{ArrowDown}{ArrowDown}');
  expect(held().cones).toBe(3);
});

test('a number out of range says what it may be', async () => {
  show();
  await type(/^Cones/, '12');
  expect(await screen.findByText('A number from 1 to 9.')).toBeInTheDocument();
  await type(/^Cones/, 'many');
  expect(screen.getByText('Not a number.')).toBeInTheDocument();
});

test('choices and switches are held', async () => {
  show();
  await userEvent.click(screen.getByRole('combobox', { name: /Side/ }));
  await userEvent.click(screen.getByRole('option', { name: 'right side' }));
  await userEvent.click(screen.getByRole('switch', { name: 'And back' }));
  expect(held()).toMatchObject({ side: 'right', back: true });
});
