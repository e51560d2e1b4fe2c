export { DayShapes } from './DayShapes';
export { ShapeEditPage } from './ShapeEditPage';
export { ShapeMenu } from './ShapeMenu';
export { ShapesPage } from './ShapesPage';
