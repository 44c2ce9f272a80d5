/** What is done to many students of a docket at once is called an action, as everywhere. */
export const actions = `
ALTER TABLE docket_act RENAME TO docket_action;
ALTER TABLE docket_action RENAME COLUMN act TO action;
`;
