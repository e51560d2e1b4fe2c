export { ShapeMenu } from './ShapeMenu';
export { ShapesPage } from './ShapesPage';
