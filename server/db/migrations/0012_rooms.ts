/** How much room somebody's files take, and which row a file in the folder belongs to, are found without going through all of them. */
export const rooms = `
CREATE INDEX file_uploader ON file (course_id, uploaded_by);
CREATE INDEX file_sha256 ON file (sha256);
`;
