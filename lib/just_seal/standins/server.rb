# frozen_string_literal: true

require "sinatra/base"

module JustSeal
  module Standins
    # One web application for all stand-ins: the authority's services, and the page that shows the mailbox.
    class Server < Sinatra::Base
      # The letters are shown in a frame of their own; their styles stand in the tags.
      LETTER_POLICY = "default-src 'none'; style-src 'unsafe-inline'; sandbox allow-popups " \
                      "allow-popups-to-escape-sandbox allow-top-navigation-by-user-activation"
      PAGE_POLICY = "default-src 'none'; style-src 'self'; font-src 'self'; img-src 'self'; frame-src 'self'; " \
                    "base-uri 'none'; form-action 'none'"

      set :views, File.join(__dir__, "views")
      set :public_folder, File.join(ROOT, "public")
      set :erb, escape_html: true, trim: "-"
      set :host_authorization, { permitted_hosts: %w[127.0.0.1 localhost] }
      set :logging, false
      set :show_exceptions, false

      # +authority+: Authority; +mailbox+: Mailbox; +telephones+: Telephones; +application+: address that the page leads
      # back to.
      def initialize(authority:, mailbox:, application:, telephones: nil, clock: -> { Time.now })
        super(nil)
        @authority = authority
        @mailbox = mailbox
        @telephones = telephones
        @application = application
        @time_stamps = TimeStamps.new(authority, clock: clock)
        @revocation = Revocation.new(authority, clock: clock)
      end

      post("/time-stamp") { @time_stamps.call(env) }
      post("/status") { @revocation.call(env) }

      get %r{/(root|issuing)\.crl} do |issuer|
        content_type "application/pkix-crl"
        @revocation.list(issuer.to_sym)
      end

      get "/root.pem" do
        content_type "application/x-pem-file"
        @authority.root.certificate.to_pem
      end

      post "/enrol" do
        content_type "application/x-pem-file"
        @authority.enrol(OpenSSL::X509::Request.new(request.body.read)).map(&:to_pem).join
      end

      post "/text-messages" do
        code, answer = @telephones.take(request.env["HTTP_AUTHORIZATION"], request.body.read(10_000).to_s)
        content_type :json
        status code
        JSON.generate(answer)
      end

      get "/telephones" do
        headers "content-security-policy" => PAGE_POLICY
        @texts = @telephones.texts
        erb :telephones
      end

      get "/mailbox" do
        headers "content-security-policy" => PAGE_POLICY
        @items = @mailbox.items
        @chosen = params["mail"] ? @mailbox.find(params["mail"].to_i) : @items.first
        erb :mailbox
      end

      get "/mailbox/:id/letter" do
        headers "content-security-policy" => LETTER_POLICY
        mail = letter.mail
        if mail.html_part
          mail.html_part.decoded.force_encoding("UTF-8").gsub(
            "<a href",
            '<a target="_top" href'
          )
        else
          "<pre>#{Rack::Utils.escape_html(mail.decoded)}</pre>"
        end
      end

      get "/mailbox/:id/attachment/:index" do
        part = letter.mail.attachments[params["index"].to_i] or halt 404
        content_type "application/pdf"
        attachment part.filename
        part.decoded
      end

      private

      def letter = @mailbox.find(params["id"].to_i) || halt(404)
    end
  end
end
