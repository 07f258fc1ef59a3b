# frozen_string_literal: true

require "base64"
require "cgi"
require "digest"
require "sinatra/base"
require "time"

module JustSeal
  module Standins
    # A store of objects as S3 has them, in memory: signed requests, checksums, pages of keys, and locks that hold.
    class ObjectStore < Sinatra::Base
      MAX_KEYS = 1000
      # +bytes+, and until when they are locked; nil for not at all.
      Kept = Struct.new(:bytes, :locked_until, keyword_init: true)

      set :host_authorization, { permitted_hosts: %w[127.0.0.1 localhost] }
      set :logging, false
      set :show_exceptions, false
      set :protection, false

      attr_reader :objects

      # +secrets+: {key => secret} of who may ask; +page+: how many keys come at once.
      def initialize(secrets:, page: MAX_KEYS)
        super(nil)
        @secrets = secrets
        @page = page
        @objects = {}
        @guard = Mutex.new
      end

      before do
        @body = request.body.read
        refuse(403, "SignatureDoesNotMatch") unless RequestSignature.new(request, @secrets).holds?(@body)
      end

      put "/:bucket/:key" do
        given = request.env["HTTP_X_AMZ_CHECKSUM_SHA256"]
        refuse(400, "BadDigest") if given && given != Base64.strict_encode64(Digest::SHA256.digest(@body))

        until_then = request.env["HTTP_X_AMZ_OBJECT_LOCK_RETAIN_UNTIL_DATE"]
        kept = Kept.new(bytes: @body, locked_until: until_then && Time.iso8601(until_then))
        change(params["key"]) { |all| all[params["key"]] = kept }
        headers "etag" => "\"#{Digest::MD5.hexdigest(@body)}\""
        ""
      end

      get "/:bucket/:key" do
        content_type "application/octet-stream"
        lock_of(found)
        found.bytes
      end

      delete "/:bucket/:key" do
        change(params["key"]) { |all| all.delete(params["key"]) }
        halt 204
      end

      get "/:bucket" do
        content_type :xml
        return versions(params["prefix"].to_s) if params.key?("versions")

        list(params["continuation-token"].to_s)
      end

      private

      def found = @guard.synchronize { @objects[params["key"]] } || refuse(404, "NoSuchKey")

      # What is locked stays as it is.
      def change(key)
        @guard.synchronize do
          locked = @objects[key]&.locked_until
          refuse(403, "AccessDenied") if locked && locked > Time.now
          yield @objects
        end
      end

      def lock_of(kept)
        return unless kept.locked_until

        headers "x-amz-object-lock-mode" => "COMPLIANCE",
          "x-amz-object-lock-retain-until-date" => kept.locked_until.utc.iso8601
      end

      # The keys behind +after+, a page of them.
      def list(after)
        keys = @guard.synchronize { @objects.keys.sort }.select { |key| key > after }
        shown = keys.first(@page)
        more = keys.size > shown.size
        <<~XML
          <?xml version="1.0" encoding="UTF-8"?>
          <ListBucketResult xmlns="http://s3.amazonaws.com/doc/2006-03-01/">
          <Name>#{CGI.escapeHTML(params["bucket"])}</Name><KeyCount>#{shown.size}</KeyCount>
          <IsTruncated>#{more}</IsTruncated>
          #{"<NextContinuationToken>#{shown.last}</NextContinuationToken>" if more}
          #{shown.map { |key| "<Contents><Key>#{CGI.escapeHTML(key)}</Key></Contents>" }.join}
          </ListBucketResult>
        XML
      end

      # Each object has one version, the newest.
      def versions(prefix)
        keys = @guard.synchronize { @objects.keys.sort }.select { |key| key.start_with?(prefix) }
        <<~XML
          <?xml version="1.0" encoding="UTF-8"?>
          <ListVersionsResult xmlns="http://s3.amazonaws.com/doc/2006-03-01/">
          <Name>#{CGI.escapeHTML(params["bucket"])}</Name><IsTruncated>false</IsTruncated>
          #{keys.map { |key| "<Version><Key>#{CGI.escapeHTML(key)}</Key><VersionId>null</VersionId></Version>" }.join}
          </ListVersionsResult>
        XML
      end

      def refuse(code, name)
        halt code,
          { "content-type" => "application/xml" },
          "<Error><Code>#{name}</Code><Message>#{name}</Message></Error>"
      end
    end
  end
end
