import { sameShown } from '../src/ui/steady.ts';

const change = (): void => {};
const props = { label: 'Angle', value: 45, format: { unit: '°', digits: 2 }, onChange: change };

test('a control is drawn again when something that it shows is another one', () => {
  expect(sameShown(props, { ...props })).toBe(true);
  expect(sameShown(props, { ...props, format: { ...props.format } })).toBe(true);
  expect(sameShown(props, { ...props, value: 46 })).toBe(false);
  expect(sameShown(props, { ...props, format: { unit: '°', digits: 3 } })).toBe(false);
  expect(sameShown(props, { ...props, wide: true })).toBe(false);
  expect(sameShown({ ...props, wide: undefined }, props)).toBe(false);
  expect(sameShown(props, { ...props, options: [] })).toBe(false);
});
