# The server with the studio and the example scenes: docker build -t ignis . && docker run -p 4173:4173 ignis
FROM node:22-bookworm-slim AS build
WORKDIR /ignis
COPY . .
RUN npm ci --no-audit --no-fund && npm run build && npm pack -w server --pack-destination /packed

FROM node:22-bookworm-slim
WORKDIR /ignis
COPY --from=build /packed/ packed/
RUN npm install --no-audit --no-fund ./packed/*.tgz && rm -r packed
COPY --from=build /ignis/studio/dist studio/
COPY --from=build /ignis/demo/scenes scenes/
ENV HOST=0.0.0.0 PORT=4173 STUDIO=studio SCENES=scenes
USER node
EXPOSE 4173
CMD ["node", "node_modules/@ignis/server/dist/serve.js"]
