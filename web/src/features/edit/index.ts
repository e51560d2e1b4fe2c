export { Amount, LEVELS, SIDES } from './Controls';
export { type Block, type ClassDocument, complete, type Item, itemOf, likely, partOf, PARTS } from './document';
export { newRow, useDraft, withoutIds } from './draft';
export { EditPasses } from './EditPasses';
export { LIST_OF_MOVEMENTS, MovementNames } from './MovementNames';
export { MovementInput } from './MovementInput';
export { Overtaken } from './Overtaken';
export { WorkChoices } from './WorkChoices';
