# Wobbly Fin from a wheel in dist/ (make wheel). Data in /data, compiled code in /cache.
FROM python:3.11-slim
COPY dist/*.whl requirements/app.txt /tmp/
RUN pip install --no-cache-dir --require-hashes -r /tmp/app.txt && pip install --no-cache-dir --no-deps /tmp/*.whl && rm /tmp/*.whl /tmp/app.txt \
    && useradd --create-home wobbly && install -d -o wobbly /data /cache
USER wobbly
ENV WOBBLY_VAR=/data WOBBLY_CACHE_DIR=/cache
VOLUME ["/data", "/cache"]
EXPOSE 8000 8443
ENTRYPOINT ["wobbly"]
CMD ["--help"]
