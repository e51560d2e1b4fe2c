export { WhatIfPage } from './WhatIfPage';
