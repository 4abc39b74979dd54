export * from './help-steps';
export * from './likely-slips';
export * from './rail';
export * from './run-attempt';
export * from './turns';
export * from './usual';
